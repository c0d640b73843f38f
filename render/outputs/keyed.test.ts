import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { factsOf } from "@/core/outputs/output";
import { box, designWith, outputOf, testHouse, words } from "@/core/testing/scene";
import { makeClip } from "../clip";
import { runFfmpeg } from "../ffmpeg";

/* Clips over a key colour, keyed out again by ffmpeg's own keyer and laid beside the picture they were made of. */
let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "rubrick-keyed-"));
});
afterAll(() => rm(folder, { recursive: true, force: true }));

const round = { corners: Array(4).fill({ size: 4 }) };
const design = designWith(
  [
    box("panel", {
      ...{ width: { kind: "fixed", u: 50 }, height: { kind: "fixed", u: 24 }, place: { dx: 20, dy: 30 } },
      ...{ fill: { kind: "plain", colour: "#fff4d6ff" }, ...round },
    }),
    words("name", "Ada Fernsby", { place: { dx: 24, dy: 38 } }),
  ],
  { formats: ["square"] },
);

async function made(settings: object): Promise<{ file: string; notes: readonly string[] }> {
  const output = outputOf(settings);
  const file = join(folder, `${JSON.stringify(settings).replace(/\W/g, "")}.${factsOf(output).ending}`);
  const scene = { design, values: { fields: {}, lengthS: 0.2 }, house: testHouse, format: "square" };
  const { proof } = await makeClip({
    scene,
    output,
    folder,
    file,
    loadPicture: () => Promise.reject(new Error("none")),
  });
  expect(proof.faults).toEqual([]);
  return { file, notes: proof.notes ?? [] };
}

const alphasOf = async (file: string, filter: string): Promise<Uint8Array> => {
  const raw = await runFfmpeg([
    "-i",
    file,
    "-frames:v",
    "1",
    "-vf",
    `${filter}format=rgba`,
    "-f",
    "rawvideo",
    "pipe:1",
  ]);
  return Uint8Array.from({ length: raw.length / 4 }, (_, i) => raw[i * 4 + 3]!);
};

const side = 1080;

/** Whether a pixel has a neighbour that is meant to be otherwise. */
const isAtEdge = (meant: Uint8Array, at: number): boolean =>
  [-side - 1, -side, 1 - side, -1, 1, side - 1, side, side + 1].some(
    (step) => meant[at + step]! > 127 !== meant[at]! > 127,
  );

// The panel's edge is about 1,500 pixels long; colour for each 2 by 2 pixels moves some of it by one.
test.each([
  ["420", 750],
  ["444", 20],
])("%s keyed out again has the edges of the picture, but for %i pixels", async (chroma, most) => {
  const { file, notes } = await made({ kind: "key-colour", chroma });
  const key = /#([0-9a-f]{6})/.exec(notes.join(" "))![1];
  const keyed = await alphasOf(file, `colorkey=0x${key}:0.28:0.12,`);
  const meant = await alphasOf((await made({ kind: "still" })).file, "");
  const wrong: number[] = [];
  let [holes, soft, rim] = [0, 0, 0];
  for (const [i, alpha] of meant.entries()) {
    // Wholly there stays wholly there; what is keyed otherwise than meant is at the edge.
    if (alpha === 255 && keyed[i]! <= 250) holes++;
    if (keyed[i]! > 127 !== alpha > 127) wrong.push(i);
    if (keyed[i]! > 16 && keyed[i]! < 239) soft++;
    if (alpha > 16 && alpha < 239) rim++;
  }
  expect(holes).toBe(0);
  expect(wrong.filter((at) => !isAtEdge(meant, at))).toEqual([]);
  expect(wrong.length).toBeLessThanOrEqual(most);
  // Fewer half-clear pixels than the picture has: a rim of them is what a keyer gets wrong.
  expect(soft).toBeLessThan(rim / 2);
});
