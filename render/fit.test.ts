import { describe, expect, test } from "@jest/globals";
import { fitToLimit, leastUse, mostTries } from "./fit";

/** A file whose size falls with thrift in some way. */
const coder = (sizeOf: (thrift: number) => number) => async (thrift: number) => Math.round(sizeOf(thrift));

describe("fitting to a limit", () => {
  test.each([
    ["evenly", (t: number) => 900_000 * 0.02 ** t],
    ["slowly at first", (t: number) => 900_000 * 0.02 ** (t * t)],
    ["fast at first", (t: number) => 900_000 * 0.02 ** Math.sqrt(t)],
    ["after it has grown a little", (t: number) => 900_000 * (t < 0.15 ? 1 + t : 1.15 * 0.02 ** (t - 0.15))],
  ])("finds what lies just below, in few tries, where sizes fall %s", async (_, sizeOf) => {
    for (const limit of [700_000, 300_000, 100_000, 40_000]) {
      const { best, tries } = await fitToLimit(limit, 0.2, coder(sizeOf));
      expect(tries.length).toBeLessThanOrEqual(mostTries);
      expect(best!.bytes).toBeLessThanOrEqual(limit);
      expect(best!.bytes).toBeGreaterThanOrEqual(limit * leastUse);
    }
  });
  test("gives nothing up where the best fits, and says so where nothing does", async () => {
    expect(
      (
        await fitToLimit(
          1_000_000,
          0.2,
          coder(() => 900_000),
        )
      ).tries,
    ).toEqual([{ thrift: 0, bytes: 900_000 }]);
    const { best, tries } = await fitToLimit(
      1000,
      0.2,
      coder((t) => 900_000 * 0.02 ** t),
    );
    expect([best, tries.length <= mostTries]).toEqual([undefined, true]);
  });
});
