import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { LiveState, type LivePart, type LivePress, type LiveSchedule } from "../document/live";
import { advanced, onAirAt, pressed, showingMs } from "./live";
import { nextStart } from "./live-schedule";

const noon = Date.UTC(2026, 10, 27, 12);
const minute = 60_000;
/** Four seconds, of which the last leaves; the next comes as it does. */
const part: LivePart = { arriveMs: 800, leaveAtMs: 3000, leaveMs: 1000, nextMs: 0 };
const three = [part, { ...part, nextMs: 1500 }, part];
const stateOf = (more: object = {}) => LiveState.parse({ schedule: { kind: "demand" }, sinceMs: noon, ...more });
/** What is on at seconds after noon: part and its own second. */
const at = (state: LiveState, seconds: number) =>
  onAirAt(state, three, noon + seconds * 1000).map(({ part: on, localS }) => [on, localS]);
const press = (state: LiveState, seconds: number, kind: LivePress["kind"], shown?: number) =>
  pressed(
    state,
    three,
    (kind === "show" || kind === "run" ? { kind, part: shown ?? 0 } : { kind }) as LivePress,
    noon + seconds * 1000,
  );

describe("on demand", () => {
  test("one press shows one graphic, and then nothing comes until somebody presses again", () => {
    const shown = press(stateOf(), 10, "show");
    expect(at(shown, 11)).toEqual([[0, 1]]);
    expect(at(shown, 13.5)).toEqual([[0, 3.5]]);
    for (const seconds of [14.1, 20, 7200]) expect(at(shown, seconds)).toEqual([]);
    // “Next” knows where it was, however long ago; after the last it begins again.
    const second = press(shown, 7200, "next");
    expect(at(second, 7201)).toEqual([[1, 1]]);
    expect(at(second, 7210)).toEqual([]);
    expect(at(press(second, 7300, "back"), 7301)).toEqual([[0, 1]]);
    expect(at(press(second, 7300, "again"), 7301)).toEqual([[1, 1]]);
    const third = press(second, 7400, "next");
    expect(at(press(third, 7500, "next"), 7501)).toEqual([[0, 1]]);
  });
  test("nothing is on before somebody presses; run, one comes after the other, each by its hand-over", () => {
    const quiet = stateOf();
    expect(at(quiet, 1e6)).toEqual([]);
    const shown = press(quiet, 10, "run");
    expect(at(shown, 11)).toEqual([[0, 1]]);
    expect(at(shown, 13.5)).toEqual([
      [0, 3.5],
      [1, 0.5],
    ]);
    // The second is followed half a second after it has gone.
    expect(at(shown, 17.25)).toEqual([]);
    expect(at(shown, 18)).toEqual([[2, 0.5]]);
    expect(at(shown, 25)).toEqual([]);
  });
  test("hidden it leaves as it would, but not before it has arrived; nothing follows", () => {
    const early = press(press(stateOf(), 0, "show"), 0.2, "hide");
    expect(at(early, 0.7)).toEqual([[0, 0.7]]);
    expect(at(early, 1)).toEqual([[0, 3.2]]);
    expect(at(early, 1.81)).toEqual([]);
    expect(at(press(press(stateOf(), 0, "show"), 2, "hide"), 60)).toEqual([]);
  });
  test("held it stands where it would leave, for hours; let go it leaves and the next comes", () => {
    const held = press(press(stateOf(), 0, "run"), 1, "hold");
    expect(at(held, 7200)).toEqual([[0, 3]]);
    const free = press(held, 7200, "go-on");
    expect(at(free, 7200.5)).toEqual([
      [0, 3.5],
      [1, 0.5],
    ]);
    expect(at(press(held, 100, "next"), 100.5)).toEqual(at(press(held, 100, "go-on"), 100.5));
  });
  test("next, back and again come as what is on leaves; there is none before the first or after the last", () => {
    const second = press(stateOf(), 0, "show", 1);
    expect(at(press(second, 2, "back"), 4)).toEqual([[0, 0.5]]);
    expect(at(press(second, 2, "next"), 4.75)[0]![0]).toBe(2);
    expect(press(press(stateOf(), 0, "show", 0), 1, "back").instances.length).toBe(1);
    expect(press(press(stateOf(), 0, "show", 2), 1, "next").instances.length).toBe(1);
    expect(press(stateOf(), 1, "show", 3).instances).toEqual([]);
    const again = press(press(stateOf(), 0, "show"), 2, "again");
    expect(at(again, 2.5)).toEqual([
      [0, 3.5],
      [0, 0.5],
    ]);
  });
  test.each(["hide", "clear"] as const)("what is due is cancelled by %s, also while nothing is on", (kind) => {
    // The second has gone, the third is due half a second later.
    const stopped = press(press(stateOf(), 0, "run"), 7.25, kind);
    for (const seconds of [7.3, 8, 60]) expect(at(stopped, seconds)).toEqual([]);
  });
  test("cleared all is gone at once", () => {
    expect(at(press(press(stateOf(), 0, "show"), 3.5, "clear"), 3.5)).toEqual([]);
  });
});

test("many that come at one instant are all on, and their state can be kept", () => {
  const many = Array.from({ length: 40 }, () => ({ ...part, nextMs: -part.leaveAtMs }));
  const shown = pressed(stateOf(), many, { kind: "run", part: 0 }, noon);
  const later = advanced(shown, many, noon + 1000);
  expect(onAirAt(later, many, noon + 1000).length).toBe(40);
  expect(LiveState.parse(later).instances.length).toBe(40);
});

describe("by a schedule", () => {
  const every: LiveSchedule = { kind: "every", minutes: 5, fromMs: noon + 2 * minute };
  test("it comes every few minutes, from its start on", () => {
    const state = stateOf({ schedule: every });
    expect(at(state, 60)).toEqual([]);
    for (const k of [0, 1, 700]) expect(at(state, 120 + 300 * k + 1)).toEqual([[0, 1]]);
    expect(at(state, 120 + 100)).toEqual([]);
  });
  test("paused it starts nothing; what it missed is past", () => {
    const paused = press(stateOf({ schedule: every }), 30, "pause");
    expect(at(paused, 121)).toEqual([]);
    const going = press(paused, 123, "resume");
    expect(at(going, 124)).toEqual([]);
    expect(at(going, 421)).toEqual([[0, 1]]);
  });
  test.each(["hide", "clear"] as const)("%s while nothing is on leaves out the next showing, and no more", (kind) => {
    const skipped = press(stateOf({ schedule: every }), 60, kind);
    expect(at(skipped, 121)).toEqual([]);
    expect(at(skipped, 421)).toEqual([[0, 1]]);
  });
  test("what was shown by hand is not cut by it", () => {
    const shown = press(stateOf({ schedule: every }), 119, "show");
    expect(at(shown, 120.5)).toEqual([[0, 1.5]]);
    expect(at(press(shown, 119.5, "hold"), 130)).toEqual([[0, 3]]);
  });
  test("at clock times of its own zone, every day", () => {
    const clock: LiveSchedule = { kind: "clock", minutes: [20 * 60, 8 * 60 + 30], offsetMinutes: 60 };
    const state = stateOf({ schedule: clock });
    for (const day of [0, 1, 30]) {
      expect(at(state, (7 * 60 + day * 1440) * 60 + 1)).toEqual([[0, 1]]);
      expect(at(state, (19 * 60 + 30 + day * 1440) * 60 + 1)).toEqual([[0, 1]]);
      expect(at(state, (8 * 60 + day * 1440) * 60)).toEqual([]);
    }
  });
});

const partOf = fc.record({
  arriveMs: fc.integer({ min: 0, max: 2000 }),
  leaveAtMs: fc.integer({ min: 2000, max: 20_000 }),
  leaveMs: fc.integer({ min: 0, max: 3000 }),
  nextMs: fc.integer({ min: -1500, max: 8000 }),
});
const schedules: fc.Arbitrary<LiveSchedule> = fc.oneof(
  fc.constant({ kind: "demand" as const }),
  fc.record({
    kind: fc.constant("every" as const),
    minutes: fc.double({ min: 0.1, max: 3, noNaN: true }),
    fromMs: fc.integer({ min: noon - 600_000, max: noon + 600_000 }),
  }),
  fc.record({
    kind: fc.constant("clock" as const),
    minutes: fc.array(fc.integer({ min: 715, max: 735 }), { minLength: 1, maxLength: 6 }),
    offsetMinutes: fc.constantFrom(0, 60, -330),
  }),
);
const kinds = ["show", "run", "hide", "hold", "go-on", "next", "back", "again", "clear", "pause", "resume"] as const;
const presses = fc.array(
  fc.record({ afterMs: fc.integer({ min: 0, max: 40_000 }), kind: fc.constantFrom(...kinds), part: fc.nat(4) }),
  { maxLength: 12 },
);

describe("whoever asks, whenever", () => {
  const scene = fc.record({ parts: fc.array(partOf, { minLength: 1, maxLength: 5 }), schedule: schedules, presses });
  /** The state after all presses, and the time of the last. */
  const after = ({
    parts,
    schedule,
    presses: done,
  }: {
    parts: LivePart[];
    schedule: LiveSchedule;
    presses: { afterMs: number; kind: (typeof kinds)[number]; part: number }[];
  }) => {
    let now = noon;
    let state = stateOf({ schedule });
    for (const { afterMs, kind, part: to } of done) {
      now += afterMs;
      state = pressed(
        state,
        parts,
        (kind === "show" || kind === "run" ? { kind, part: to } : { kind }) as LivePress,
        now,
      );
    }
    return { state, now };
  };
  test("the same is on the air, however often the state was brought forward in between", () => {
    fc.assert(
      fc.property(scene, fc.array(fc.nat(300_000), { maxLength: 5 }), fc.nat(900_000), (played, stops, laterMs) => {
        const { state, now } = after(played);
        const target = now + laterMs;
        let carried = state;
        for (const stop of [...stops].sort((a, b) => a - b)) {
          if (now + stop < target) carried = LiveState.parse(advanced(carried, played.parts, now + stop));
        }
        expect(onAirAt(carried, played.parts, target)).toEqual(onAirAt(state, played.parts, target));
      }),
      { numRuns: 400 },
    );
  });
  test("each shows an instant of its own clip, and no more are on than were handed over to", () => {
    fc.assert(
      fc.property(scene, fc.nat(900_000), (played, laterMs) => {
        const { state, now } = after(played);
        for (const { part: on, localS } of onAirAt(state, played.parts, now + laterMs)) {
          const { leaveAtMs, leaveMs } = played.parts[on]!;
          expect(localS).toBeGreaterThanOrEqual(0);
          expect(localS * 1000).toBeLessThanOrEqual(leaveAtMs + leaveMs);
        }
        expect(LiveState.safeParse(advanced(state, played.parts, now + laterMs)).success).toBe(true);
      }),
    );
  });
});

test("nextStart gives the same start as taking one after the other", () => {
  const every = fc.record({
    minutes: fc.double({ min: 0.1, max: 5, noNaN: true }),
    freeS: fc.integer({ min: -900, max: 900 }),
    atS: fc.nat(3000),
    lastsS: fc.integer({ min: 1, max: 700 }),
  });
  fc.assert(
    fc.property(every, ({ minutes, freeS, atS, lastsS }) => {
      const schedule: LiveSchedule = { kind: "every", minutes, fromMs: noon };
      const atMs = noon + freeS * 1000 + atS * 1000;
      let free = noon + freeS * 1000;
      let taken: number | undefined;
      for (let k = 0; ; k++) {
        const startMs = noon + k * Math.round(minutes * minute);
        if (startMs < free) continue;
        if (startMs > atMs) {
          taken ??= startMs;
          break;
        }
        taken = startMs;
        free = startMs + lastsS * 1000;
      }
      expect(nextStart(schedule, noon + freeS * 1000, atMs, lastsS * 1000)).toBe(taken);
    }),
  );
});

test("showingMs is the time to the end of the last", () => {
  expect(showingMs(three)).toBe(3000 + 3000 + 1500 + 4000);
});
