import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { beforeAll, expect, test } from "@jest/globals";
import { TypeStyle } from "../document/text";
import { faceFile, pickFace, type Catalogue } from "./catalogue";
import { FontBook } from "./font-book";
import { setText } from "./set-text";

const catalogue: Catalogue = {
  faces: [{ id: "figtree.ttf", family: "Variable", weight: 400, italic: false, weights: [300, 900] }],
  fallbacks: [],
};
let bytes: Uint8Array;
beforeAll(async () => {
  const path = createRequire(import.meta.url).resolve(
    "@fontsource-variable/figtree/files/figtree-latin-wght-normal.woff2",
  );
  const { convert } = await import("fontverter");
  bytes = new Uint8Array(await convert(readFileSync(path), "sfnt"));
});

const widthAt = (weight: number): number => {
  const book = new FontBook(catalogue);
  const face = pickFace(catalogue, "Variable", weight, false)!;
  book.add(face.id, bytes);
  const style = TypeStyle.parse({ family: "Variable", weight, size: 10 });
  return setText({ text: "Hart’s-tongue", style, maxWidthU: Infinity, maxLines: 1, shrinkToU: 10 }, book).widthU;
};

test("a variable font is set at any weight of its axis", () => {
  const widths = [300, 430, 560, 700, 900].map(widthAt);
  for (let i = 1; i < widths.length; i++) expect(widths[i]!).toBeGreaterThan(widths[i - 1]!);
});

test("a weight beyond the axis is held at its end; all weights come from one file", () => {
  const ids = [100, 300, 650, 1000].map((weight) => pickFace(catalogue, "Variable", weight, false)!.id);
  expect(ids).toEqual(["figtree.ttf@300", "figtree.ttf@300", "figtree.ttf@650", "figtree.ttf@900"]);
  expect(new Set(ids.map(faceFile))).toEqual(new Set(["figtree.ttf"]));
});
