import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import type { MadeOutput } from "@/core/outputs/output";
import { planClip } from "@/core/sample/clip";
import { prepareScene, type Scene } from "@/core/scene";
import { box, designWith, testHouse, words } from "@/core/testing/scene";
import { makeClip } from "../clip";
import { runFfmpeg } from "../ffmpeg";
import { fontBook, loadFace } from "../fonts";
import { PaintedFrames } from "../painted";
import { encoders } from "../outputs/kinds";
import type { Encoder } from "../outputs/define";

const noPictures = async () => Promise.reject(new Error("no pictures here"));

const fps = { num: 25, den: 1 };
const output: MadeOutput = { id: "o", name: "o", kind: "vp9-alpha", fps };
const move = { id: "m", kind: "slide", phase: "arrive", start: { gap: 0.06 }, length: 0.4 };
/** A panel with a name on it, for three seconds. */
const request = (name: string, lengthS = 3) => ({
  design: designWith([
    box("panel", {
      place: { dx: 20, dy: 40 },
      width: { kind: "fixed", u: 60 },
      height: { kind: "fixed", u: 20 },
      moves: [move],
    }),
    words("name", name, { place: { dx: 24, dy: 45 } }),
  ]),
  values: { fields: {}, lengthS },
  house: testHouse,
  format: "square",
});
let folder: string;
let file: string;

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "rubrick-proof-"));
  file = join(folder, "clip.webm");
  const made = await makeClip({ scene: request("Ada Fernsby"), output, loadPicture: noPictures, folder, file });
  expect(made.proof).toMatchObject({ passed: true, faults: [] });
});
afterAll(() => rm(folder, { recursive: true }));

/** Proves a file against what another request would have painted. */
async function proveAs(scene: Scene, path = file, changes: { output?: MadeOutput; format?: Scene["format"] } = {}) {
  const plan = planClip(scene, (changes.output ?? output).fps);
  const frames = new PaintedFrames(scene, plan, noPictures);
  const playable = { ...scene, format: changes.format ?? scene.format };
  const wanted = changes.output ?? output;
  const { prove } = encoders[wanted.kind] as Encoder;
  return prove({ file: path, playable, plan, output: wanted, folder }, frames);
}
const sceneOf = (name: string, lengthS = 3) => prepareScene({ ...request(name, lengthS), fps }, fontBook(), loadFace);

/** The finished file, changed by ffmpeg; colours and alpha otherwise as they were. */
async function changed(name: string, ...args: string[]): Promise<string> {
  const path = join(folder, name);
  await runFfmpeg(["-c:v", "libvpx-vp9", "-i", file, ...args, "-y", path]);
  return path;
}
const again = ["-c:v", "libvpx-vp9", "-deadline", "realtime", "-cpu-used", "8", "-b:v", "0", "-crf", "20"];

describe("a proof finds", () => {
  test("another text than the one that was asked for", async () => {
    const proof = await proveAs(await sceneOf("Bram Oakhanger"));
    expect(proof.passed).toBe(false);
    expect(proof.faults.join()).toContain("differs from the painted one");
  });
  test("a length that is off by a single frame", async () => {
    const proof = await proveAs(await sceneOf("Ada Fernsby", 3.04));
    expect(proof.faults).toContain("75 frames instead of 76");
  });
  test("another size", async () => {
    const half = await changed("half.webm", "-vf", "scale=540:540", ...again);
    expect((await proveAs(await sceneOf("Ada Fernsby"), half)).faults).toContain("540 × 540 instead of 1080 × 1080");
  });
  test("another rate", async () => {
    const rate: MadeOutput = { ...output, fps: { num: 30, den: 1 } };
    const proof = await proveAs(await sceneOf("Ada Fernsby"), file, { output: rate });
    expect(proof.faults.join()).toContain("frames a second instead of 30/1");
  });
  test("a lost alpha channel", async () => {
    const opaque = await changed("opaque.webm", "-vf", "format=yuv420p", ...again);
    const proof = await proveAs(await sceneOf("Ada Fernsby"), opaque);
    expect(proof.passed).toBe(false);
    expect(proof.faults.join()).toContain("the transparent part of frame 12 is lost");
  });
  test("colours that are off by what a wrong matrix would shift", async () => {
    const shifted = await changed("shifted.webm", "-vf", "format=yuva420p,lutyuv=u=val+14", ...again);
    expect((await proveAs(await sceneOf("Ada Fernsby"), shifted)).passed).toBe(false);
  });
});

test("a proof measures what a person can check: frames, rate, duration, alpha range, five instants", async () => {
  const proof = await proveAs(await sceneOf("Ada Fernsby"));
  expect(proof).toMatchObject({ frames: 75, width: 1080, height: 1080, rate: "25/1", sound: false, alpha: { min: 0 } });
  expect(proof.alpha!.max).toBeGreaterThan(246);
  expect(proof.instants.length).toBe(5);
  expect(Math.abs(proof.durationS - 3)).toBeLessThan(0.01);
});
