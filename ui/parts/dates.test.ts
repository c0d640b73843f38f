import { expect, test } from "@jest/globals";
import { writeDate } from "./dates";

test("a date is written in one form, months by three letters, hours by two figures", () => {
  const at = (month: number, hour: number) => writeDate(new Date(2026, month, 5, hour, 8));
  expect([at(10, 15), at(8, 0), at(4, 9)]).toEqual(["5 Nov 2026, 15:08", "5 Sep 2026, 00:08", "5 May 2026, 09:08"]);
});
