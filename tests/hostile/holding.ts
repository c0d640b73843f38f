import { setTimeout as pause } from "node:timers/promises";
import { base, cookieOf, send } from "../support/api";
import { begin, type Begun } from "../support/begun";
import type { Answer, Input } from "./input";

/* Callers who would keep others from their turn: calls that are begun and not ended, and guesses at accounts. */

const holdMs = 3000;

/** Begins so many calls, and holds them for a while; what others get meanwhile is looked at beside it. */
async function held(count: number, path: string, headers: (i: number) => readonly string[]): Promise<Answer> {
  const all: Begun[] = [];
  for (let i = 0; i < count; i++) all.push(await begin(path, ["Content-Length: 900", ...headers(i)], "{"));
  await pause(holdMs);
  for (const { socket } of all) socket.destroy();
  return { status: 200 };
}

const guesses = async (times: number, path: string, body: object, headers: Record<string, string> = {}) => {
  let last = await send("POST", path, { body, headers });
  for (let i = 1; i < times; i++) last = await send("POST", path, { body, headers });
  return { status: last.status, message: last.error?.message };
};

export const holding: readonly Input[] = [
  {
    name: "forty-eight calls without an account that are begun and not ended",
    ...{ gets: "any", short: true },
    send: () => held(48, "/api/sign-in", () => []),
  },
  {
    name: "two hundred of them",
    gets: "any",
    send: () => held(200, "/api/sign-in", () => []),
  },
  {
    name: "sixty calls of one session that are begun and not ended, each with junk beside its cookie",
    ...{ gets: "any", short: true },
    send: async () => {
      const cookie = await cookieOf("ines");
      return held(60, "/api/exports", (i) => [`Cookie: junk${i}=${i}; ${cookie}`]);
    },
  },
  {
    name: "forty streams of one session, each with junk beside its cookie",
    gets: "any",
    send: async () => {
      const cookie = await cookieOf("ines");
      const leaving = new AbortController();
      await Promise.all(
        Array.from({ length: 40 }, (_, i) =>
          fetch(`${base}/api/events?topics=exports`, {
            headers: { cookie: `junk${i}=${i}; ${cookie}` },
            signal: leaving.signal,
          }),
        ),
      );
      await pause(holdMs);
      leaving.abort();
      return { status: 200 };
    },
  },
  {
    name: "twelve wrong passwords for an account",
    gets: "any",
    send: () => guesses(12, "/api/sign-in", { email: "nobody.here@quillmere.example", password: "not this one" }),
  },
  {
    name: "thirty requests for new passwords",
    gets: "any",
    send: () => guesses(30, "/api/password/forgotten", { email: "nobody.here@quillmere.example" }),
  },
];
