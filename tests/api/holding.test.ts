import { afterEach, expect, test } from "@jest/globals";
import { as, base, cookieOf, send } from "../support/api";
import { begin, type Begun } from "../support/begun";

/* Callers who begin and don't go on; others must have their answers meanwhile. */

const begun: Begun[] = [];
afterEach(() => begun.splice(0).forEach(({ socket }) => socket.destroy()));

const unfinished = async () => begun.push(await begin("/api/sign-in", ["Content-Length: 900"], "{"));
const open = () => begun.filter(({ over }) => !over).length;

test("a hundred calls of strangers that are begun and not ended hold nobody up", async () => {
  for (let i = 0; i < 100; i++) await unfinished();
  expect((await send("GET", "/api/health")).status).toBe(200);
  expect((await send("GET", "/api/ready")).status).toBe(200);
  expect((await fetch(`${base}/sign-in`)).status).toBe(200);
  expect((await as("ines", "GET", "/api/releases")).status).toBe(200);
  expect(open()).toBe(100);
});

test("junk beside one session's cookie gives it no more places than it has", async () => {
  const cookie = await cookieOf("ines");
  // Each of these streams stays open; a session has 32 of them.
  const streams = await Promise.all(
    Array.from({ length: 40 }, async (_, i) => {
      const stop = new AbortController();
      const answer = await fetch(`${base}/api/events?topics=exports`, {
        headers: { cookie: `junk${i}=${i}; ${cookie}` },
        signal: stop.signal,
      });
      // The answer is kept: one that nobody holds any more may be thrown away, and its stream with it.
      return { answer, status: answer.status, stop };
    }),
  );
  const taken = streams.filter(({ status }) => status === 200).length;
  for (const { stop } of streams) stop.abort();
  expect(taken).toBeGreaterThan(0);
  expect(taken).toBeLessThanOrEqual(32);
  expect(streams.filter(({ status }) => status === 429).length).toBe(40 - taken);
});

test("a body that doesn't come is given up, and its connection with it", async () => {
  await unfinished();
  const heard = new Promise<string>((resolve) => {
    let text = "";
    const { socket } = begun[0]!;
    socket.on("data", (data) => (text += data.toString()));
    socket.on("close", () => resolve(text));
  });
  expect(await heard).toMatch(/^HTTP\/1.1 408/);
});
