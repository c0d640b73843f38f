import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { RunningOrder } from "../document/order";
import { timeOrder, type PartFacts } from "./time-order";

const fps = { num: 25, den: 1 };
const facts = (lengthS: number, more: Partial<PartFacts> = {}): PartFacts => ({
  ...{ lengthS, minS: 1, maxS: 60, leaveS: () => 0.8 },
  ...more,
});
const entry = (id: string, more: object = {}) => ({ id, release: "strap", values: { fields: {} }, ...more });
const orderOf = (entries: readonly object[], more: object = {}) =>
  RunningOrder.parse({ version: 1, name: "Moth Night", entries, ...more });
/** Of each part: its id, its first frame and the frame after its last. */
const placed = (order: RunningOrder, of: Readonly<Record<string, PartFacts>>) =>
  timeOrder(order, ({ id }) => of[id], fps).parts.map((part) => [
    part.entry.id,
    part.startFrame,
    part.startFrame + part.frames,
  ]);

describe("in sequence", () => {
  const of = { a: facts(4), b: facts(6), c: facts(2) };
  const three = [entry("a"), entry("b"), entry("c")];
  test("each comes so long after, or before, the one before it has gone", () => {
    expect(placed(orderOf(three, { handOver: { kind: "gap", seconds: 1 } }), of)).toEqual([
      ["a", 0, 100],
      ["b", 125, 275],
      ["c", 300, 350],
    ]);
    expect(placed(orderOf(three, { handOver: { kind: "overlap", seconds: 0.4 } }), of)).toEqual([
      ["a", 0, 100],
      ["b", 90, 240],
      ["c", 230, 280],
    ]);
  });
  test("each comes as the one before it begins to leave, by its own leave", () => {
    const own = { ...of, b: facts(6, { leaveS: (lengthS) => lengthS / 6 }) };
    expect(placed(orderOf(three, { handOver: { kind: "leaving" } }), own)).toEqual([
      ["a", 0, 100],
      ["b", 80, 230],
      ["c", 205, 255],
    ]);
  });
  test("one may hand over in its own way", () => {
    const mixed = [entry("a", { handOver: { kind: "overlap", seconds: 1 } }), entry("b"), entry("c")];
    expect(placed(orderOf(mixed, { handOver: { kind: "gap", seconds: 0 } }), of)).toEqual([
      ["a", 0, 100],
      ["b", 75, 225],
      ["c", 225, 275],
    ]);
  });
  test("an overlap longer than what it joins goes as far as it can, and is told", () => {
    const order = orderOf(three, { handOver: { kind: "overlap", seconds: 3 } });
    const { parts, issues } = timeOrder(order, ({ id }) => of[id as keyof typeof of], fps);
    expect(parts.map(({ startFrame }) => startFrame)).toEqual([0, 25, 125]);
    expect(issues).toEqual([{ code: "order_overlap", entry: "b", next: "c" }]);
  });
  test("all as long, or as long as makes the whole so long; limits of a design hold, and are told", () => {
    const equal = orderOf(three, { lengths: { kind: "equal", seconds: 3 }, handOver: { kind: "gap", seconds: 0 } });
    expect(placed(equal, of).map(([, from, to]) => Number(to) - Number(from))).toEqual([75, 75, 75]);
    const shared = (handOver: object) =>
      timeOrder(
        orderOf(three, { lengths: { kind: "shared", seconds: 20 }, handOver }),
        ({ id }) => of[id as keyof typeof of],
        fps,
      );
    for (const handOver of [{ kind: "gap", seconds: 1 }, { kind: "overlap", seconds: 0.6 }, { kind: "leaving" }])
      expect(Math.abs(shared(handOver).showingFrames - 500)).toBeLessThanOrEqual(2);
    const limited = { ...of, c: facts(2, { maxS: 2.5 }) };
    const { parts, issues } = timeOrder(equal, ({ id }) => limited[id as keyof typeof limited], fps);
    expect(parts[2]!.frames).toBe(Math.round(2.5 * 25));
    expect(issues).toEqual([{ code: "order_length", entry: "c", wantedS: 3, lengthS: 2.5 }]);
  });
});

describe("closing up", () => {
  const entries = fc.uniqueArray(
    fc.record({
      id: fc.stringMatching(/^[a-z]{1,6}$/),
      on: fc.boolean(),
      handOver: fc.oneof(
        fc.record({
          kind: fc.constantFrom("gap" as const, "overlap" as const),
          seconds: fc.double({ min: 0, max: 5, noNaN: true }),
        }),
        fc.constant({ kind: "leaving" as const }),
      ),
      lengthS: fc.double({ min: 1, max: 20, noNaN: true }),
    }),
    { selector: ({ id }) => id, maxLength: 12 },
  );
  const build = (list: readonly { id: string; on: boolean; handOver: object; lengthS: number }[]) => {
    const lengths = new Map(list.map(({ id, lengthS }) => [id, lengthS]));
    const order = orderOf(list.map(({ id, on, handOver }) => entry(id, { on, handOver })));
    return timeOrder(order, ({ id }) => facts(lengths.get(id)!), fps);
  };
  test("one that is off is as if it were not there", () => {
    fc.assert(
      fc.property(entries, (list) => {
        const without = build(list.filter(({ on }) => on));
        expect(build(list)).toEqual(without);
      }),
    );
  });
  test("parts stay in their order, none is gone before the one before it, and nothing begins before the start", () => {
    fc.assert(
      fc.property(entries, (list) => {
        const { parts, showingFrames } = build(list);
        for (const [i, part] of parts.entries()) {
          expect(part.startFrame).toBeGreaterThanOrEqual(parts[i - 1]?.startFrame ?? 0);
          if (i > 0) {
            const before = parts[i - 1]!;
            expect(part.startFrame + part.frames).toBeGreaterThanOrEqual(before.startFrame + before.frames);
          }
          expect(part.startFrame + part.frames).toBeLessThanOrEqual(showingFrames);
        }
      }),
    );
  });
});

describe("by times", () => {
  test("each stands at its second, in the order of time; what is off or unknown takes none", () => {
    const entries = [
      entry("late", { at: 10.02 }),
      entry("soon", { at: 2 }),
      entry("off", { at: 1, on: false }),
      entry("gone"),
    ];
    const order = orderOf(entries, { by: "times" });
    expect(placed(order, { late: facts(3), soon: facts(20), off: facts(3) })).toEqual([
      ["soon", 50, 550],
      ["late", 251, 326],
    ]);
  });
});

test("showings come one after the other with their pause, in whole frames at every rate", () => {
  const order = orderOf([entry("a")], { repeat: { times: 5, pauseS: 10.017 } });
  for (const rate of [fps, { num: 30000, den: 1001 }, { num: 24000, den: 1001 }]) {
    const timed = timeOrder(order, () => facts(4.013), rate);
    expect(Number.isInteger(timed.periodFrames)).toBe(true);
    expect(timed.periodFrames - timed.showingFrames).toBe(Math.round((10.017 * rate.num) / rate.den));
  }
  expect(timeOrder(orderOf([]), () => undefined, fps)).toMatchObject({ parts: [], showingFrames: 0, periodFrames: 0 });
});
