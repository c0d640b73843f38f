import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { findingsOf } from "@/core/checks/findings";
import { checkValues } from "@/core/document/values";

import { opsBounds } from "@/core/sample/bounds";
import { keyOf } from "@/core/sample/key";
import type { PaintOp } from "@/core/sample/types";
import { box, designWith, outputOf, sceneOf, testHouse, words } from "@/core/testing/scene";
import { foundIn } from "@/render/checks";
import { makeClip } from "@/render/clip";
import { FramePainter } from "@/render/frame";
import { NodeHost } from "@/render/node-host";
import { jobKinds } from "@/worker/jobs/kinds";

/*
 * Uses one new entry of every registry, each only by its name in a document or a request, and prints what came of it.
 */

const noFiles = async () => Promise.reject(new Error("no files here"));
const design = designWith(
  [{ ...box("pointer"), kind: "arrow" }, words("stars", "none", { place: { dx: 20, dy: 20 } })],
  { fields: [{ id: "stars", kind: "rating", label: "Stars", drives: [{ layer: "stars", property: "text" }] }] },
);
const values = { fields: { stars: 3 }, lengthS: 0.4 };
const scene = await sceneOf(design, values, "square");

const shouted = designWith([words("title", "LOUD WORDS")]);
const request = { design: shouted, values: { fields: {} }, house: testHouse };
const findings = findingsOf(shouted, await foundIn(request, ["square"], noFiles, "row"));

const folder = await mkdtemp(join(tmpdir(), "rubrick-example-"));
const output = outputOf({ kind: "rle-mov" });
const file = join(folder, "clip.mov");
const clip = await makeClip({
  scene: { design, values, house: testHouse, format: "square" },
  ...{ output, folder, file, loadPicture: noFiles },
});
await rm(folder, { recursive: true });

const wash: PaintOp = { kind: "wash", box: { x: 2, y: 2, width: 4, height: 4 }, colour: { r: 9, g: 99, b: 199, a: 1 } };
const bounds = opsBounds([wash]);
const picture = { format: scene.format, ops: [wash], key: keyOf(scene.format, [wash]) };
const painted = new FramePainter(bounds, new NodeHost()).rgba(picture);

const progress = { stage: "", done: 0, total: 0 };
const context = { progress, signal: new AbortController().signal };
console.log(
  JSON.stringify({
    field: {
      text: scene.still.layers.map(({ layer }) => (layer.kind === "text" ? layer.text : "")).join(""),
      faults: checkValues(design, { fields: { stars: 6 } }),
    },
    shape: scene.still.layers.some(({ layer, content }) => String(layer.kind) === "arrow" && content.kind === "shape"),
    check: findings
      .filter(({ id }) => id.startsWith("shouting"))
      .map(({ severity, message }) => ({ severity, message })),
    output: { passed: clip.proof.passed, faults: clip.proof.faults, alpha: clip.proof.alpha },
    step: [...painted.subarray(0, 4)],
    job: await jobKinds.count.run(context as never, { to: 7 }),
  }),
);
