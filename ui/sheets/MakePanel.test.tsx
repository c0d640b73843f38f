import { expect, test } from "@jest/globals";
import { wordsFor } from "./MakePanel";

test.each([
  [35, 0, 0, "Export 35 rows"],
  [35, 0, 4, "Export 35 rows (4 need attention)"],
  [35, 12, 1, "Export 35 rows (12 out of date, 1 needs attention)"],
  [1, 1, 0, "Export 1 row (all out of date)"],
  [0, 0, 0, "Nothing to export"],
  [0, 0, 2, "Nothing to export (2 need attention)"],
])("a press that exports %i rows, %i of them again, without %i, says so", (rows, outdated, stopped, words) =>
  expect(wordsFor(rows, outdated, stopped)).toBe(words),
);
