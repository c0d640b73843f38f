import { expect, test } from "@jest/globals";
import { parseRange } from "./send";

test.each([
  [null, undefined],
  ["bytes=0-9", { start: 0, end: 9 }],
  ["bytes=90-", { start: 90, end: 99 }],
  ["bytes=-10", { start: 90, end: 99 }],
  ["bytes=50-500", { start: 50, end: 99 }],
  ["bytes=100-", "unsatisfiable"],
  ["bytes=9-3", "unsatisfiable"],
  ["bytes=-", undefined],
  ["lines=1-2", undefined],
])("parseRange reads %s of 100 bytes", (header, expected) => {
  expect(parseRange(header, 100)).toEqual(expected);
});
