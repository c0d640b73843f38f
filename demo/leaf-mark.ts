import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { MarkRecipe } from "@/core/document/recipe";
import type { CutLine, Mark, MarkPicture } from "@/core/document/vector";

/*
 * The garden's split leaf: handed over as a flat picture on white, cleared, and cut along its straight edge.
 */

const folder = join(process.cwd(), "demo", "pictures");
export const leafFiles = { from: join(folder, "split-leaf.png"), made: join(folder, "split-leaf-made.png") };
export const leafRecipe: MarkRecipe = MarkRecipe.parse({ clear: {}, trim: true });

/** A PNG by its content, with the size that its header holds. */
function pngAt(file: string) {
  const bytes = readFileSync(file);
  const hash = createHash("sha256").update(bytes).digest("hex");
  return { hash, width: bytes.readUInt32BE(16), height: bytes.readUInt32BE(20) };
}

const line: CutLine = {
  points: [
    { x: 0.5, y: -0.1 },
    { x: 0.5, y: 1.1 },
  ],
  bent: false,
};

/** The whole and its two halves. */
export function leafMarks(): Mark[] {
  const picture: MarkPicture = {
    ...{ from: pngAt(leafFiles.from), recipe: leafRecipe },
    ...{ ...pngAt(leafFiles.made), at: { x: 90, y: 90 } },
  };
  const half = (id: string, name: string, sides: string): Mark => ({
    ...{ id, name, picture, piece: { of: "split-leaf", sides, lines: [line] } },
  });
  return [
    { id: "split-leaf", name: "Split leaf", picture, cuts: [line] },
    half("split-leaf-left", "Split leaf, left half", "r"),
    half("split-leaf-right", "Split leaf, right half", "l"),
  ];
}

/** The files behind it, to be stored: as handed over, and as made. */
export const leafMedia = () =>
  (["from", "made"] as const).map((key) => ({
    ...{ id: `split-leaf-${key}`, name: "Split leaf", path: leafFiles[key], ...pngAt(leafFiles[key]) },
  }));
