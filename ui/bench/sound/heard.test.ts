import { afterEach, beforeEach, describe, expect, jest, test } from "@jest/globals";
import { HeardSound, monoOf, peaksOf } from "./heard";

const started: { when: number; from: number; length: number; rate: number }[] = [];
let stopped = 0;
class Context {
  currentTime = 10;
  outputLatency = 0.05;
  state = "running";
  destination = {};
  resume = async () => undefined;
  createGain = () => ({ gain: { value: 0 }, connect: () => undefined });
  createBufferSource() {
    const node = {
      buffer: null,
      playbackRate: { value: 1 },
      connect: () => this.createGain(),
      disconnect: () => undefined,
      stop: () => void stopped++,
      start: (when: number, from: number, length: number) =>
        void started.push({ when, from, length, rate: node.playbackRate.value }),
    };
    return node;
  }
}
const context = new Context();
beforeEach(() => {
  started.length = 0;
  stopped = 0;
  context.currentTime = 10;
  (globalThis as Record<string, unknown>).AudioContext = jest.fn(() => context);
});
afterEach(() => {
  delete (globalThis as Record<string, unknown>).AudioContext;
});

const buffer = { duration: 4 } as AudioBuffer;
const sound = (facts: object = {}) => new HeardSound(buffer, { sound: "s", from: 0, gain: 1, ...facts });

describe("a sound under the design", () => {
  test("is heard from where the clip stands, as long as it lasts", () => {
    sound({ from: 0.5, until: 3 }).start(1, 1);
    expect(started).toEqual([{ when: 0, from: 1.5, length: 1.5, rate: 1 }]);
  });
  test("says which instant of the clip reaches the ear, at any pace", () => {
    const heard = sound();
    heard.start(1, 0.5);
    context.currentTime = 11.05;
    expect(heard.timeS()).toBeCloseTo(1.5, 6);
    expect(started[0]!.rate).toBe(0.5);
  });
  test("says nothing once it is stopped, or while the browser holds sound back", () => {
    const heard = sound();
    expect(heard.timeS()).toBeUndefined();
    heard.start(0, 1);
    context.state = "suspended";
    expect(heard.timeS()).toBeUndefined();
    context.state = "running";
    heard.stop();
    expect([heard.timeS(), stopped]).toEqual([undefined, 1]);
  });
  test("has nothing to say beyond its end", () => {
    const heard = sound();
    heard.start(9, 1);
    expect(started).toEqual([]);
    expect(heard.timeS()).toBeCloseTo(9, 1);
  });
});

describe("a waveform", () => {
  test("has the lowest and highest of every stretch, and silence where there is none", () => {
    const samples = Float32Array.from([0, 0.5, -0.25, 0, 0, 0, 0, 0, 1, -1, 0, 0]);
    expect(peaksOf(samples, 3)).toEqual([
      { low: -0.25, high: 0.5 },
      { low: 0, high: 0 },
      { low: -1, high: 1 },
    ]);
    expect(peaksOf(new Float32Array(0), 2)).toEqual([
      { low: 0, high: 0 },
      { low: 0, high: 0 },
    ]);
  });
  test("is of all channels together", () => {
    const channels = [Float32Array.from([1, 0]), Float32Array.from([0, -1])];
    const stereo = { numberOfChannels: 2, length: 2, getChannelData: (c: number) => channels[c]! };
    expect([...monoOf(stereo as unknown as AudioBuffer)]).toEqual([0.5, -0.5]);
  });
});
