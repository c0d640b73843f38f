import { expect, test } from "@jest/globals";
import { arrange, gaps } from "./lines";

const formats = [
  { id: "wide", width: 1920, height: 1080 },
  { id: "tall", width: 1080, height: 1920 },
];
const rows = ["a", "b", "c", "d", "e"];

test("rows stand with their formats side by side, as many on a line as fit", () => {
  const own = 178 + 56 + gaps.print;
  const lines = arrange(rows, formats, { widthPx: 2 * own + gaps.block, heightPx: 100, by: "row" });
  expect(
    lines.map((line) => (line.kind === "blocks" ? line.blocks.map(({ rowId }) => rowId).join("") : line.format)),
  ).toEqual(["ab", "cd", "e"]);
  const narrow = arrange(rows, formats, { widthPx: 2 * own + gaps.block - 1, heightPx: 100, by: "row" });
  expect(narrow.length).toBe(5);
});

test("formats stand one after the other, each with all rows; there is always one on a line", () => {
  const lines = arrange(rows, formats, { widthPx: 10, heightPx: 100, by: "format" });
  expect(lines.length).toBe(2 * (1 + rows.length));
  expect(lines[0]).toEqual({ kind: "title", format: "wide" });
  expect(lines[6]).toEqual({ kind: "title", format: "tall" });
  expect(arrange([], formats, { widthPx: 10, heightPx: 100, by: "row" })).toEqual([]);
});
