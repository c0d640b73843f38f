import { createServer, type Server } from "node:http";
import { connect, type AddressInfo, type Socket } from "node:net";
import { afterEach, expect, test } from "@jest/globals";
import { takeIn } from "./bodies.mjs";

/* A server whose calls answer with the body they were given, and sockets that send it in pieces of their own. */

const open: (Server | Socket)[] = [];
afterEach(() => {
  for (const one of open.splice(0)) {
    if ("closeAllConnections" in one) {
      one.closeAllConnections();
      one.close();
    } else one.destroy();
  }
});

async function serve(most: number, everyMs: number): Promise<number> {
  const server = createServer((request, response) => {
    const refuse = (reason: (number | string)[]) => response.writeHead(Number(reason[0])).end();
    const go = async (whole: AsyncIterable<Buffer>) => {
      const chunks: Buffer[] = [];
      for await (const chunk of whole) chunks.push(chunk);
      response.end(`got ${Buffer.concat(chunks).toString()}`);
    };
    takeIn({ request, response }, most, (whole) => void go(whole), refuse, everyMs);
  });
  open.push(server);
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  return (server.address() as AddressInfo).port;
}

/** Sends pieces with pauses between them; answers all that came back until the other side hung up or fell silent. */
async function exchange(port: number, pieces: readonly string[], pauseMs: number, patienceMs = 600): Promise<string> {
  const socket = connect(port, "127.0.0.1");
  open.push(socket);
  let heard = "";
  socket.on("data", (data) => (heard += data.toString()));
  socket.on("error", () => undefined);
  for (const piece of pieces) {
    socket.write(piece);
    await new Promise((resolve) => setTimeout(resolve, pauseMs));
  }
  await new Promise((resolve) => setTimeout(resolve, patienceMs));
  return heard;
}

const head = (length: number) => `POST / HTTP/1.1\r\nHost: x\r\nContent-Length: ${length}\r\n\r\n`;

test("a body that comes in pieces reaches its handler whole", async () => {
  const port = await serve(1000, 400);
  expect(await exchange(port, [head(9), "one", "two", "six"], 40)).toContain("got onetwosix");
});

test("no body is no reason to wait, and the connection serves the next call", async () => {
  const port = await serve(1000, 400);
  const heard = await exchange(port, [head(0), `${head(2)}ok`], 40);
  expect(heard.match(/got /g)).toHaveLength(2);
  expect(heard).toContain("got ok");
});

test("a body that falls silent is refused in time", async () => {
  const port = await serve(1000, 300);
  expect(await exchange(port, [head(900), "x"], 10)).toMatch(/^HTTP\/1.1 408/);
});

test("a body that trickles is refused, however long it goes on", async () => {
  const port = await serve(100_000, 200);
  const heard = await exchange(port, [head(50_000), ...Array.from({ length: 30 }, () => "x")], 20, 100);
  expect(heard).toMatch(/^HTTP\/1.1 408/);
});

test("a body that is too large is refused, said beforehand or not", async () => {
  const port = await serve(100, 400);
  expect(await exchange(port, [head(101)], 10)).toMatch(/^HTTP\/1.1 413/);
  const chunked = "POST / HTTP/1.1\r\nHost: x\r\nTransfer-Encoding: chunked\r\n\r\n";
  expect(await exchange(port, [chunked, `78\r\n${"x".repeat(120)}\r\n`], 10)).toMatch(/^HTTP\/1.1 413/);
});
