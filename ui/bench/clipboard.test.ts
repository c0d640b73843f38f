import { describe, expect, test } from "@jest/globals";
import { box, designWith, words } from "@/core/testing/scene";
import { readCopied } from "./clipboard";
import { readTags } from "@/ui/moves/tags";

const layers = () => designWith([box("a"), words("b", "Ada")]).layers;
const copied = (more: object = {}) => JSON.stringify({ rubrick: "layers", layers: layers(), ...more });

describe("the clipboard", () => {
  test("brings back layers as they were copied", () => {
    expect(readCopied(copied())).toEqual(layers());
  });
  test.each([
    ["words", "Dear gardener,"],
    ["nothing", ""],
    ["other JSON", '{"layers":[]}'],
    ["no layers", copied({ layers: [] })],
    ["a layer of no known kind", copied({ layers: [{ ...layers()[0], kind: "script" }] })],
    ["a layer with something more", copied({ layers: [{ ...layers()[0], onload: "alert(1)" }] })],
    ["numbers out of range", copied({ layers: [{ ...layers()[0], opacity: 7 }] })],
    ["too many layers", copied({ layers: Array.from({ length: 501 }, () => layers()[0]) })],
  ])("takes no %s for layers", (_, text) => expect(readCopied(text)).toBeUndefined());
});

test("tags are told apart by commas, once each, and never too many", () => {
  expect(readTags(" calm, names,,calm ,")).toEqual(["calm", "names"]);
  expect(readTags(Array.from({ length: 30 }, (_, i) => `t${i}`).join())).toHaveLength(12);
  expect(readTags("x".repeat(90))[0]).toHaveLength(40);
});
