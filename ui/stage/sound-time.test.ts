import { afterEach, beforeEach, expect, jest, test } from "@jest/globals";
import type { SoundUnder } from "./view";

const prepared = {
  kind: "prepared",
  formats: [
    {
      ...{ format: { id: "wide", name: "Wide", width: 1920, height: 1080 }, lengthS: 40, arriveS: 0.5, leaveS: 0.5 },
      ...{
        ownLeaveS: 0,
        squeeze: 1,
        posterS: 0,
        issues: [],
        turnedRound: false,
        boxes: [],
        bars: [],
        ticks: [],
        cues: [],
      },
    },
  ],
};
jest.unstable_mockModule("./client", () => ({ stageClient: () => ({ call: async () => prepared }) }));
const { StagePlayer } = await import("./player");

let nowMs = 0;
let frames: FrameRequestCallback[] = [];
beforeEach(() => {
  nowMs = 0;
  frames = [];
  jest.spyOn(performance, "now").mockImplementation(() => nowMs);
  globalThis.requestAnimationFrame = (run) => frames.push(run);
  globalThis.cancelAnimationFrame = () => (frames = []);
});
afterEach(() => void jest.restoreAllMocks());

const frame = (ms: number) => {
  nowMs += ms;
  const due = frames;
  frames = [];
  for (const run of due) run(nowMs);
};

/** A sound whose clock runs a little slow, as those of sound cards do. */
class SlowSound implements SoundUnder {
  from: number | undefined;
  startedMs = 0;
  starts = 0;
  constructor(readonly pace: number) {}
  start(timeS: number) {
    this.from = timeS;
    this.startedMs = nowMs;
    this.starts++;
  }
  stop() {
    this.from = undefined;
  }
  timeS() {
    return this.from === undefined ? undefined : this.from + ((nowMs - this.startedMs) / 1000) * this.pace;
  }
}

async function playing(sound: SlowSound | undefined) {
  const player = new StagePlayer({ num: 60, den: 1 });
  player.show({ request: {} as never, formats: ["wide"] });
  for (let i = 0; i < 20; i++) await Promise.resolve();
  if (sound) player.hear(sound);
  player.seek(0);
  player.play();
  return player;
}

test("the picture stays within a frame of the sound over thirty seconds, though their clocks differ", async () => {
  const sound = new SlowSound(0.995);
  const player = await playing(sound);
  let worst = 0;
  for (let i = 0; i < 30 * 60; i++) {
    frame(16.7);
    worst = Math.max(worst, Math.abs(player.snapshot().timeS - sound.timeS()!));
  }
  expect(worst).toBeLessThanOrEqual(1 / 60 + 1e-6);
  expect(nowMs / 1000 - player.snapshot().timeS).toBeGreaterThan(0.1);
});

test("a phase that is played again and again starts its sound anew each time", async () => {
  const sound = new SlowSound(1);
  const player = await playing(sound);
  player.playWithin({ fromS: 2, toS: 3 });
  const before = sound.starts;
  for (let i = 0; i < 200; i++) {
    frame(16);
    expect(player.snapshot().timeS).toBeGreaterThanOrEqual(2 - 1e-6);
    expect(player.snapshot().timeS).toBeLessThanOrEqual(3);
  }
  expect(sound.starts - before).toBe(3);
  player.pause();
  expect(sound.timeS()).toBeUndefined();
});

test("plays at half the pace without a sound, and on from where it stands", async () => {
  const player = await playing(undefined);
  frame(500);
  const reached = player.snapshot().timeS;
  player.pace(0.5);
  frame(1000);
  expect(player.snapshot().timeS - reached).toBeCloseTo(0.5, 1);
});
