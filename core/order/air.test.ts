import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { LiveState, type LivePart, type LivePress } from "../document/live";
import { airedAt, exchanged, upcoming, type Airing } from "./air";
import { onAirAt, pressed } from "./live";

const noon = Date.UTC(2026, 10, 27, 12);
const part: LivePart = { arriveMs: 500, leaveAtMs: 3000, leaveMs: 1000, nextMs: 500 };
const item = (id: string, more: Partial<LivePart> = {}) => ({ entry: { id }, part: { ...part, ...more } });
type Item = ReturnType<typeof item>;
const parts = (items: readonly Item[]) => items.map((one) => one.part);
const airing = (shown: Item[], state: object = {}, coming: Item[] | null = null): Airing<Item> => ({
  shown,
  coming,
  state: LiveState.parse({ schedule: { kind: "demand" }, sinceMs: noon, ...state }),
});
const press = (one: Airing<Item>, seconds: number, kind: LivePress): Airing<Item> => {
  const now = airedAt(one, noon + seconds * 1000);
  return { ...now, state: pressed(now.state, parts(now.shown), kind, noon + seconds * 1000) };
};
const on = (one: Airing<Item>, seconds: number) => {
  const now = airedAt(one, noon + seconds * 1000);
  return onAirAt(now.state, parts(now.shown), noon + seconds * 1000).map(({ part: at }) => now.shown[at]!.entry.id);
};

describe("a new version", () => {
  const old = [item("a"), item("b")];
  test("waits until the showing that is on has run out", () => {
    const shown = { ...press(airing(old), 0, { kind: "run", part: 0 }), coming: [item("c")] };
    expect(on(shown, 1)).toEqual(["a"]);
    expect(on(shown, 4)).toEqual(["b"]);
    expect(airedAt(shown, noon + 60_000).shown.map(({ entry }) => entry.id)).toEqual(["c"]);
    expect(on(press(shown, 60, { kind: "show", part: 0 }), 61)).toEqual(["c"]);
  });
  test("is what the schedule starts next, also for whoever looks only afterwards", () => {
    const schedule = { kind: "every", minutes: 1, fromMs: noon };
    const waiting = airing(old, { schedule }, [item("c")]);
    const mid = {
      ...airing(old, { schedule, instances: [{ part: 1, startMs: noon - 500, leaveMs: noon + 2500 }] }),
      coming: [item("c")],
    };
    for (const one of [waiting, mid]) expect(on(one, 121)).toEqual(["c"]);
    expect(on(mid, 1)).toEqual(["b"]);
  });
  test("put in at once, the same graphic goes on where it is; one that is gone goes", () => {
    const shown = press(airing(old), 0, { kind: "show", part: 0 });
    const longer = exchanged(shown, [item("x"), item("a", { leaveAtMs: 9000 })], noon + 1000);
    expect(on(longer, 8)).toEqual(["a"]);
    expect(onAirAt(longer.state, parts(longer.shown), noon + 8000)[0]!.localS).toBe(8);
    expect(on(exchanged(shown, [item("x")], noon + 1000), 1.1)).toEqual([]);
    const held = press(shown, 1, { kind: "hold" });
    expect(on(exchanged(held, [item("a")], noon + 2000), 500)).toEqual(["a"]);
  });
  test("the same instant shows the same, however often it was looked at before", () => {
    const schedule = { kind: "every", minutes: 0.25, fromMs: noon + 3000 };
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 90 }), { maxLength: 6 }),
        fc.integer({ min: 0, max: 90 }),
        (looks, end) => {
          const first = airing(old, { schedule }, [item("c"), item("d")]);
          const looked = [...looks].sort((a, b) => a - b).filter((at) => at <= end);
          const through = looked.reduce((now, at) => airedAt(now, noon + at * 1000), first);
          expect(on(through, end)).toEqual(on(first, end));
        },
      ),
    );
  });
});

describe("what comes", () => {
  const two = [item("a"), item("b")];
  const comes = (one: Airing<Item>, seconds: number) => {
    const next = upcoming(one.state, parts(one.shown), noon + seconds * 1000);
    return next && [next.part, (next.startMs - noon) / 1000];
  };
  test("is the next of the order, then the next showing; nothing while it is held or paused", () => {
    const schedule = { kind: "every", minutes: 1, fromMs: noon };
    const going = airing(two, { schedule });
    expect(comes(going, 1)).toEqual([1, 3.5]);
    expect(comes(going, 4)).toEqual([0, 60]);
    expect(comes(going, 30)).toEqual([0, 60]);
    expect(comes(press(going, 1, { kind: "hold" }), 2)).toBeUndefined();
    expect(comes(press(going, 30, { kind: "pause" }), 31)).toBeUndefined();
    expect(comes(airing(two), 5)).toBeUndefined();
    // And it comes then.
    for (const at of [1, 4, 30, 60]) {
      const [which, startS] = comes(going, at)!;
      expect(on(going, startS! + 0.1)).toContain(two[which!]!.entry.id);
    }
  });
});
