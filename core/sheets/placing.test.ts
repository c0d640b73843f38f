import fc from "fast-check";
import { expect, test } from "@jest/globals";
import { applied } from "./apply";
import { newRows, putBehind, withAdded } from "./order";
import type { SheetChanges } from "./changes";

/* A page and its server place the same rows at the same places: both go by what is tested here. */

const fresh = (id: string) => ({ id, cells: {} });
const order = (ids: string, changes: Partial<SheetChanges>) =>
  applied([...ids].map(fresh), { cells: [], add: [], remove: [], ...changes }, fresh)
    .map(({ id }) => id)
    .join("");
const add = (id: string, after?: string) => ({ id, cells: {}, ...(after !== undefined && { after }) });

test.each([
  ["two behind one, in their own order", "abc", [add("x", "a"), add("y", "a")], "axybc"],
  ["a chain, and one behind its first", "abc", [add("x", "a"), add("y", "x"), add("z", "x")], "axyzbc"],
  ["first of all", "abc", [add("x"), add("y")], "xyabc"],
  ["behind one that has gone", "abc", [add("x", "q")], "abcx"],
  ["two that name each other", "abc", [add("x", "y"), add("y", "x")], "abcxy"],
  ["one that is there already, and one twice", "abc", [add("b", "a"), add("x", "c"), add("x", "a")], "abcx"],
])("%s", (_, before, news, after) => {
  expect(order(before, { add: news })).toBe(after);
});

test("whatever is added, each row is there once and those before keep their order", () => {
  const ids = fc.uniqueArray(fc.constantFrom(..."abcdef"), { maxLength: 6 });
  const news = fc.array(
    fc.record({
      id: fc.constantFrom(..."defxyz"),
      after: fc.option(fc.constantFrom(..."abcxyzq"), { nil: undefined }),
    }),
    { maxLength: 8 },
  );
  fc.assert(
    fc.property(ids, news, (before, rows) => {
      const added = newRows(before, rows);
      const all = withAdded(before, added);
      expect([...all].sort()).toEqual([...before, ...added.map(({ id }) => id)].sort());
      expect(all.filter((id) => before.includes(id))).toEqual(before);
      expect(putBehind(all, [], undefined)).toEqual(all);
    }),
  );
});
