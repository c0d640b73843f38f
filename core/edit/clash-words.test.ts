import { expect, test } from "@jest/globals";
import { box, designWith } from "../testing/scene";
import { clashWords } from "./clash-words";

const design = designWith([box("a", { name: "Panel" })]);
const say = (path: string, mine: unknown, theirs: unknown) =>
  Object.values(clashWords({ path: path.split("."), mine, theirs }, [design])).join(" | ");

test.each([
  ["layers.a.opacity", 0.5, 1, "“Panel”: Opacity | 50 % | 100 %"],
  ["layers.a.turn", 12.34567, undefined, "“Panel”: Turn | 12.346 ° | removed"],
  ["layers.a", undefined, { name: "Panel" }, "“Panel” | removed | “Panel”, changed"],
  ["layers.a.fill.colour", "#ff0000ff", "#00ff0080", "“Panel”: Fill colour | “#ff0000” | “#00ff0080”"],
  ["name", "Strap", "", "Name | “Strap” | empty"],
  ["leavePace", 1, 0.5, "Leave pace | 1 | 0.5"],
])("a clash at %s is told with its unit and name", (path, mine, theirs, words) => {
  expect(say(path, mine, theirs)).toBe(words);
});
