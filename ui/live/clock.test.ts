import { expect, test } from "@jest/globals";
import { offsetHere, ServerClock } from "./clock";

test("the server's clock is that of the fastest answer, however slow the others", () => {
  const clock = new ServerClock();
  clock.learn(31_000, 1000, 1000.4);
  clock.learn(31_900, 1100, 2100);
  expect(clock.offsetMs).toBeCloseTo(30_000, 0);
});
test("after a sleep, or when a clock was set, what was measured before counts no more", () => {
  const clock = new ServerClock();
  clock.learn(5000, 5000, 5001);
  // An hour that the machine has slept through, and a slow line afterwards.
  clock.learn(3_610_000, 9600, 10_400);
  expect(clock.offsetMs).toBe(3_600_000);
  clock.learn(3_611_000, 11_000, 11_001);
  expect(clock.offsetMs).toBeCloseTo(3_600_000, -1);
});
test("threads whose clocks differ agree on the server's", () => {
  expect(offsetHere({ offsetMs: -30_000, sentMs: 130_000 }, 100_004)).toBe(-4);
  expect(offsetHere({ offsetMs: 12, sentMs: 5000 }, 5400)).toBe(12);
});
