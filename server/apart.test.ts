import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { z } from "zod";
import { canWall } from "@/render/walled";
import { ApartError, inTurn, isItsOwn, runApart, whyApart } from "./apart";

/* Programs that end in every way, run as our own are. */
let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "rubrick-apart-"));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const run = (source: string, more: object = {}) => {
  const program = join(folder, `${Math.random()}.mjs`);
  writeFileSync(program, source);
  return runApart({ program, shape: z.unknown(), cpuS: 2, memoryMb: 1200, ...more });
};
const asked = { what: "This SVG", verb: "read", cure: "Make it simpler." } as const;

async function reasonOf(source: string): Promise<{ reason: string; own: boolean; words: string }> {
  const error: unknown = await run(source).catch((thrown: unknown) => thrown);
  expect(error).toBeInstanceOf(ApartError);
  const apart = error as ApartError;
  return { reason: apart.reason, own: isItsOwn(apart), words: whyApart(apart, asked) };
}

test("what is said on its standard input comes back by its standard output", async () => {
  const echo = "let all = ''; for await (const part of process.stdin) all += part; process.stdout.write(all);";
  expect(await run(echo, { input: { name: "ليلى" } })).toEqual({ name: "ليلى" });
});

test("too much processor time, too much memory and a fall are told apart", async () => {
  const [time, memory, crash] = await Promise.all([
    reasonOf("for (;;);"),
    reasonOf("const all = []; for (;;) all.push(new Array(1e5).fill(Math.random()));"),
    reasonOf("throw new Error('a fault of ours');"),
  ]);
  expect(time).toMatchObject({ reason: "time", own: true, words: expect.stringContaining("too long") });
  expect(memory).toMatchObject({ reason: "memory", own: true, words: expect.stringContaining("memory") });
  expect(crash).toMatchObject({ reason: "crashed", own: false, words: expect.stringContaining("on our side") });
});

test("it sees none of our settings, and behind walls no other process, no environment and no network", async () => {
  process.env.SECRET_OF_OURS = "moss";
  const source = `import { readdirSync, readFileSync } from "node:fs";
    import { networkInterfaces } from "node:os";
    const pids = readdirSync("/proc").filter((name) => /^[0-9]+$/.test(name));
    const environments = pids.map((pid) => { try { return readFileSync("/proc/" + pid + "/environ", "latin1"); } catch { return ""; } });
    process.stdout.write(JSON.stringify({ pids: pids.length, said: environments.join().includes("SECRET_OF_OURS"),
      own: process.env.SECRET_OF_OURS ?? null, nets: Object.keys(networkInterfaces()).length }));`;
  try {
    const seen = (await run(source)) as { pids: number; said: boolean; own: null; nets: number };
    expect(seen.own).toBeNull();
    if (canWall()) expect(seen).toEqual({ pids: expect.any(Number), said: false, own: null, nets: 0 });
    if (canWall()) expect(seen.pids).toBeLessThan(4);
  } finally {
    delete process.env.SECRET_OF_OURS;
  }
});

// Without walls nothing ends what a program has begun by itself.
(canWall() ? test : test.skip)(
  "behind walls it ends with whoever has asked, and what it has begun with it",
  async () => {
    const leaving = new AbortController();
    const mark = join(folder, "going");
    const source = `import { spawn } from "node:child_process"; import { writeFileSync } from "node:fs";
    spawn(process.execPath, ["-e", "setInterval(() => require('fs').writeFileSync(process.argv[1], String(Date.now())), 50)", ${JSON.stringify(mark)}]);
    setInterval(() => undefined, 1000);`;
    const running = run(source, { signal: leaving.signal, cpuS: 20 });
    while (!existsSync(mark)) await pause(50);
    leaving.abort(new Error("left"));
    await expect(running).rejects.toThrow("left");
    await pause(300);
    const last = readFileSync(mark, "utf8");
    await pause(400);
    expect(readFileSync(mark, "utf8")).toBe(last);
  },
);

test("time on the clock isn't counted: a program that waits longer than its processor time may last is answered", async () => {
  expect(await run("setTimeout(() => process.stdout.write('1'), 3500);")).toBe(1);
});

test("one that is kept ready answers as one that is begun, each with its own input only", async () => {
  const program = join(folder, "warm.mjs");
  const source =
    "let all = ''; for await (const part of process.stdin) all += part; if (!all) process.exit(0); process.stdout.write(JSON.stringify([Math.random(), JSON.parse(all)]));";
  writeFileSync(program, source);
  const shape = z.tuple([z.number(), z.string()]);
  const ask = (input: string) => runApart({ program, input, warm: true, shape, cpuS: 2, memoryMb: 1200 });
  const first = await ask("one");
  const [second, third] = await Promise.all([ask("two"), ask("three")]);
  expect([first[1], second[1], third[1]]).toEqual(["one", "two", "three"]);
  expect(new Set([first[0], second[0], third[0]]).size).toBe(3);
});

test("whoever leaves ends it", async () => {
  const stop = new AbortController();
  const going = run("setTimeout(() => undefined, 60_000);", { signal: stop.signal });
  stop.abort(new Error("left"));
  await expect(going).rejects.toThrow("left");
});

test("when very many wait, the next is asked to come again", async () => {
  const open: (() => void)[] = [];
  const all = Array.from({ length: 26 }, () => inTurn(() => new Promise<void>((resolve) => open.push(resolve))));
  await expect(inTurn(async () => undefined)).rejects.toMatchObject({
    ...{ status: 503, code: "busy", message: "Many files are being read just now. Try again in a minute." },
  });
  // Each that ends lets the next begin.
  while (open.length > 0) {
    open.splice(0).forEach((end) => end());
    await pause(1);
  }
  await Promise.all(all);
});
