import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { House } from "@/core/document/house";
import { factsOf } from "@/core/outputs/output";
import { box, designWith, outputOf, testHouse, words } from "@/core/testing/scene";
import { makeClip } from "../clip";

/* Pictures that a coder can't hold as closely as others: the proof allows for what they are, and passes them. */
let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "rubrick-hard-"));
});
afterAll(() => rm(folder, { recursive: true, force: true }));

const tiny = { id: "tiny", name: "Tiny", width: 64, height: 64, actionSafe: 0, titleSafe: 0, keepClear: [] };
const small = { ...tiny, id: "small", name: "Small", width: 320, height: 180 };
const full = { ...tiny, id: "full", name: "Full", width: 1920, height: 1080 };
const house = House.parse({ ...testHouse, formats: [tiny, small, full] });
const panel = {
  ...{ width: { kind: "fixed", u: 60 }, height: { kind: "fixed", u: 40 }, place: { dx: 10, dy: 20 } },
  fill: { kind: "plain", colour: "#2f6b4fff" },
};
const name = words("name", "Ada", { place: { dx: 14, dy: 26 } });
const slide = { id: "m", kind: "slide", phase: "arrive", start: { gap: 0 }, length: 0.3 };
const grain = { kind: "grain", amount: 0.4, rate: 25, size: 0.3 };

const fine = { ...grain, amount: 0.12, size: 0.18 };

test.each([
  ["64 by 64 pixels", "tiny", {}],
  ["live grain", "small", { finish: [grain] }],
  ["live coloured grain", "small", { finish: [{ ...grain, coloured: true }] }],
  ["fine coloured grain at full size", "full", { finish: [{ ...fine, coloured: true }] }],
])("%s as WebM is proved", async (_, format, more) => {
  const layers = [box("panel", { ...panel, moves: [slide] }), name];
  const design = designWith(layers, { formats: ["tiny", "small", "full"], ...more });
  const output = outputOf({ kind: "vp9-alpha" });
  const file = join(folder, `clip.${factsOf(output).ending}`);
  const scene = { design, values: { fields: {}, lengthS: 1 }, house, format };
  const { proof } = await makeClip({
    scene,
    output,
    folder,
    file,
    loadPicture: () => Promise.reject(new Error("none")),
  });
  expect(proof.faults).toEqual([]);
  expect(proof.passed).toBe(true);
});
