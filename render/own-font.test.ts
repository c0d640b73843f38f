import { createHash } from "node:crypto";
import { readFile, mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@jest/globals";
import { House } from "@/core/document/house";

import { designWith, outputOf, testHouse, words } from "@/core/testing/scene";
import { makeClip } from "./clip";
import { makeFrame } from "./still";
const bytes = await readFile(join(process.cwd(), "public", "fonts", "Figtree_600SemiBold.ttf")).catch(() =>
  readFile(join(process.cwd(), "public", "fonts", "Figtree_400Regular.ttf")),
);
const hash = createHash("sha256").update(bytes).digest("hex");
const load = async (wanted: string) => {
  if (wanted !== hash) throw new Error(`${wanted} is not stored`);
  return bytes;
};
/** The test house with a type style in an uploaded font, under a name of the house's own. */
const house = (family: string) =>
  House.parse({
    ...testHouse,
    fonts: [{ id: "own", family: "Potting Shed", weight: 600, hash }],
    types: [{ id: "body", name: "Body", style: { family, weight: 600, size: 8 } }],
  });
const design = designWith([words("t", "Ferns at dusk", { place: { dx: 20, dy: 20 } })]);
const scene = (family: string) => ({ design, values: { fields: {} }, house: house(family), format: "square" });

test("an uploaded font is set as the same font is when it ships", async () => {
  const own = await makeFrame({ scene: scene("Potting Shed"), loadPicture: load });
  const bundled = await makeFrame({ scene: scene("Figtree"), loadPicture: load });
  expect(own.equals(bundled)).toBe(true);
});

test("a clip in an uploaded font is made and proved", async () => {
  const folder = await mkdtemp(join(tmpdir(), "rubrick-font-"));
  try {
    const output = outputOf({ kind: "vp9-alpha" });
    const file = join(folder, "a.webm");
    const short = { ...scene("Potting Shed"), values: { fields: {}, lengthS: 1 } };
    const { proof, frames } = await makeClip({ scene: short, output, loadPicture: load, folder, file });
    expect([frames, proof.faults]).toEqual([25, []]);
    expect(proof.alpha!.max).toBeGreaterThan(200);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
});

test("a font that was replaced under the same family and weight is set anew, whatever the process did before", async () => {
  const other = await readFile(join(process.cwd(), "public", "fonts", "Fraunces_600SemiBold.ttf"));
  const otherHash = createHash("sha256").update(other).digest("hex");
  const loadBoth = async (wanted: string) => (wanted === hash ? bytes : wanted === otherHash ? other : load(wanted));
  const using = (...hashes: string[]) => ({
    ...scene("Potting Shed"),
    house: {
      ...house("Potting Shed"),
      fonts: hashes.map((own, i) => ({
        id: `own-${i}`,
        family: "Potting Shed",
        weight: 600,
        italic: false,
        hash: own,
      })),
    },
  });
  const frame = (...hashes: string[]) => makeFrame({ scene: using(...hashes), loadPicture: loadBoth });
  const [first, replaced, again, both] = [
    await frame(hash),
    await frame(otherHash),
    await frame(hash),
    await frame(hash, otherHash),
  ];
  expect(replaced.equals(first)).toBe(false);
  expect(again.equals(first)).toBe(true);
  // Of two of the same family and weight the one that came last counts.
  expect(both.equals(replaced)).toBe(true);
});

test("a family that is nowhere is set in a Latin face and told", async () => {
  const { prepareScene } = await import("@/core/scene");
  const { fontBook, loadFace } = await import("./fonts");
  const { still, issues } = await prepareScene(scene("Nowhere Sans"), fontBook(), loadFace);
  expect(issues).toContainEqual({ code: "family_missing", layer: "t", family: "Nowhere Sans", standIn: "Figtree" });
  const content = still.layers[0]!.content;
  expect(content.kind === "text" && content.set.lines[0]!.glyphs[0]!.face).toMatch(/^Figtree/);
});
