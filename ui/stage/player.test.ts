import { afterEach, beforeEach, describe, expect, jest, test } from "@jest/globals";
import type { Answer, PreparedFormat } from "./protocol";
import type { StageClient } from "./client";

type Call = Parameters<StageClient["call"]>[0];

const calls: Call[] = [];
let answerTo: (call: Call) => Promise<Answer>;
jest.unstable_mockModule("./client", () => ({
  stageClient: () => ({
    call: (message: Call) => {
      calls.push(message);
      return answerTo(message);
    },
  }),
}));
const { StagePlayer } = await import("./player");

const fps = { num: 25, den: 1 };
const format = { id: "wide", name: "Wide", width: 1920, height: 1080 };
const shown = (lengthS: number) => ({ format, lengthS, posterS: lengthS / 2, issues: [] }) as unknown as PreparedFormat;
const request = {} as never;
const settle = () => new Promise((resolve) => setTimeout(resolve, 5));
const frames: ((nowMs: number) => void)[] = [];

beforeEach(() => {
  calls.length = 0;
  answerTo = async (call) =>
    call.kind === "prepare"
      ? { kind: "prepared", formats: [shown(4)] }
      : call.kind === "paint"
        ? { kind: "painted", frames: [] }
        : { kind: "dropped" };
  frames.length = 0;
  Object.assign(globalThis, {
    requestAnimationFrame: (run: (nowMs: number) => void) => frames.push(run),
    cancelAnimationFrame: () => (frames.length = 0),
  });
});
afterEach(() => {
  jest.restoreAllMocks();
});

async function readyPlayer() {
  const player = new StagePlayer(fps);
  player.show({ request, formats: ["wide"] });
  await settle();
  return player;
}

describe("StagePlayer", () => {
  test("shows the poster first, and holds within the clip when it seeks", async () => {
    const player = await readyPlayer();
    expect(player.snapshot()).toMatchObject({ timeS: 2, lengthS: 4, playing: false });
    player.seek(99);
    expect(player.snapshot().timeS).toBeCloseTo(4 - 1 / 25, 9);
    player.seek(-1);
    expect(player.snapshot().timeS).toBe(0);
  });
  test("steps by whole frames and pauses for it", async () => {
    const player = await readyPlayer();
    player.seek(1);
    player.step(1);
    expect(player.snapshot().timeS).toBeCloseTo(26 / 25, 9);
    player.step(-2);
    expect(player.snapshot().timeS).toBeCloseTo(24 / 25, 9);
  });
  test("plays on from where it stands, at the rate's own instants, and begins anew after the end", async () => {
    const player = await readyPlayer();
    jest.spyOn(performance, "now").mockReturnValue(1000);
    player.seek(1);
    player.play();
    frames.shift()!(1000 + 130);
    expect(player.snapshot().timeS).toBeCloseTo(28 / 25, 9);
    frames.shift()!(1000 + 3100);
    expect(player.snapshot().timeS).toBeCloseTo(2 / 25, 9);
  });
  test("keeps only the newest of the versions that wait while one is prepared", async () => {
    const waiting: (() => void)[] = [];
    const plain = answerTo;
    answerTo = async (call) => {
      if (call.kind === "prepare") await new Promise<void>((resolve) => waiting.push(resolve));
      return plain(call);
    };
    const player = new StagePlayer(fps);
    for (const name of ["a", "b", "c"]) player.show({ request: name as never, formats: ["wide"] });
    await settle();
    waiting.shift()!();
    await settle();
    waiting.shift()!();
    await settle();
    const prepared = calls.flatMap((call) => (call.kind === "prepare" ? [call.request as unknown] : []));
    expect(prepared).toEqual(["a", "c"]);
    expect(player.snapshot().stage.kind).toBe("ready");
  });
  test("says what is wrong with a design, and when painting fails, and goes on with the next version", async () => {
    const plain = answerTo;
    answerTo = async () => ({ kind: "fault", issue: { code: "format_unknown", format: "round" } });
    const player = await readyPlayer();
    expect(player.snapshot().stage).toMatchObject({ kind: "fault" });
    answerTo = async () => Promise.reject(new Error("the painting worker stopped"));
    player.show({ request, formats: ["wide"] });
    await settle();
    expect(player.snapshot().stage).toEqual({ kind: "failed", message: "the painting worker stopped" });
    answerTo = plain;
    player.show({ request, formats: ["wide"] });
    await settle();
    expect(player.snapshot().stage.kind).toBe("ready");
  });
  test("tells whoever listens, until they stop", async () => {
    const player = await readyPlayer();
    const heard = jest.fn();
    const stop = player.subscribe(heard);
    player.seek(0.4);
    expect(heard).toHaveBeenCalled();
    stop();
    heard.mockClear();
    player.seek(0.8);
    expect(heard).not.toHaveBeenCalled();
  });
});
