import { expect, test } from "@jest/globals";
import fc from "fast-check";
import stringify from "fast-json-stable-stringify";
import { sameJson } from "./same";

const byText = (a: unknown, b: unknown): boolean => stringify(a) === stringify(b);

/** The same value with the keys of all its objects the other way round, and some without a value. */
const turned = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(turned)
    : typeof value === "object" && value !== null
      ? Object.fromEntries([
          ["without", undefined],
          ...Object.entries(value)
            .reverse()
            .map(([key, part]) => [key, turned(part)]),
        ])
      : value;

test("values are the same exactly when their stable texts are, however their keys are ordered", () => {
  const value = fc.jsonValue({ maxDepth: 3 });
  fc.assert(
    fc.property(value, value, (a, b) => {
      // Two zeros are one in JSON.
      expect(sameJson(a, b)).toBe(byText(a, b));
      expect(sameJson(b, a)).toBe(sameJson(a, b));
      expect(sameJson(a, structuredClone(a))).toBe(true);
    }),
    { numRuns: 2000 },
  );
  fc.assert(
    fc.property(fc.dictionary(fc.constantFrom("a", "b", "c"), value), (a) => {
      const plain = Object.fromEntries(Object.entries(a).filter(([key]) => key !== "without"));
      expect([sameJson(plain, turned(plain)), sameJson(turned(plain), plain)]).toEqual([true, true]);
    }),
  );
});

test("a key more, a shorter list, a list in place of an object and nothing in place of a number are other values", () => {
  const pairs: [unknown, unknown][] = [
    [{ a: 1 }, { a: 1, b: 2 }],
    [{ a: 1, b: 2 }, { a: 1 }],
    [{ a: 1 }, { b: 1 }],
    [[1, 2], [1]],
    [[], {}],
    [null, 0],
    [null, {}],
    ["1", 1],
    [{ a: { b: [1, { c: 2 }] } }, { a: { b: [1, { c: 3 }] } }],
  ];
  for (const [a, b] of pairs) expect([a, b, sameJson(a, b), sameJson(b, a)]).toEqual([a, b, false, false]);
});
