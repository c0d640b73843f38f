import { connect, type Socket } from "node:net";
import { base } from "./api";

/* Calls that are begun and not ended. */

const { hostname, port, host } = new URL(base);

export interface Begun {
  readonly socket: Socket;
  over: boolean;
}

/** Begins a call with these headings and as much of its body; leaves it at that. */
export function begin(path: string, headers: readonly string[], body = ""): Promise<Begun> {
  const socket = connect(Number(port), hostname);
  const begun: Begun = { socket, over: false };
  socket.on("error", () => undefined);
  socket.on("close", () => (begun.over = true));
  const lines = [
    `POST ${path} HTTP/1.1`,
    `Host: ${host}`,
    `Origin: ${base}`,
    "Content-Type: application/json",
    ...headers,
  ];
  return new Promise((resolve) => socket.write(`${lines.join("\r\n")}\r\n\r\n${body}`, () => resolve(begun)));
}
