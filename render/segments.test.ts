import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { segmentsOf } from "./segments";

const joined = ({ distinct, order }: ReturnType<typeof segmentsOf>) => order.flatMap((i) => [...distinct[i]!]);

test("showings and the pauses between them are encoded once", () => {
  const showing = [1, 2, 3, 3, 3, 4, 5];
  const pause = Array.from({ length: 25 }, () => 0);
  const frames = [...showing, ...pause, ...showing, ...pause, ...showing];
  const segments = segmentsOf(frames, 10);
  expect(joined(segments)).toEqual(frames);
  expect(segments.distinct.map(({ length }) => length)).toEqual([7, 10, 5]);
});
test("a clip that never holds long stays one", () => {
  expect(segmentsOf([0, 0, 1, 2, 2], 10).order).toEqual([0]);
});
test("any frames come out as they went in", () => {
  const run = fc.tuple(fc.integer({ min: 0, max: 3 }), fc.integer({ min: 1, max: 40 }));
  fc.assert(
    fc.property(fc.array(run, { minLength: 1, maxLength: 12 }), fc.integer({ min: 1, max: 12 }), (runs, hold) => {
      const frames = runs.flatMap(([picture, count]) => Array.from({ length: count }, () => picture));
      expect(joined(segmentsOf(frames, hold))).toEqual(frames);
    }),
  );
});
