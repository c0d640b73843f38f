import { mkdtemp, rm, stat } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { IssueError } from "@/core/issue";
import { factsOf } from "@/core/outputs/output";
import { outputOf } from "@/core/testing/scene";
import { sampleValues } from "@/core/document/values";
import { readDesign } from "./designs";
import { makeFootage } from "./footage";
import { house } from "./house";
import { loadDemoPicture } from "./pictures";
import { makeClip } from "@/render/clip";
import { runFfmpeg } from "@/render/ffmpeg";

/* Files fitted to a limit, and clips to key out, of a real design. */
let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "rubrick-fitted-"));
});
afterAll(() => rm(folder, { recursive: true, force: true }));

const design = readDesign("name-strap");
const format = "square";
const loadPicture = async () => Promise.reject(new Error("no pictures here"));
async function make(settings: object, lengthS = 3) {
  const output = outputOf(settings);
  const file = join(folder, `${output.kind}.${factsOf(output).ending}`);
  const scene = { design, values: { ...sampleValues(design), lengthS }, house, format };
  const result = await makeClip({ scene, output, loadPicture, folder, file });
  return { ...result, file, bytes: (await stat(file)).size };
}
const over = { kind: "colour", colour: "#203040" };
// Fitting codes a clip many times over: at less than its size it is the same search in a sixth of the time.
const scale = 0.4;

describe.each([
  ["gif", { kind: "gif", scale }],
  ["h264", { kind: "h264", backing: over, scale }],
  ["vp9-alpha", { kind: "vp9-alpha", scale }],
] as const)("%s", (_, settings) => {
  test("fitted to a third of its size is close below it, proved, and says what it gave up", async () => {
    const whole = await make(settings);
    const limitKb = Math.max(10, Math.round(whole.bytes / 3000));
    const { proof, bytes } = await make({ ...settings, limitKb });
    expect(proof.faults).toEqual([]);
    expect(bytes).toBeLessThanOrEqual(limitKb * 1000);
    expect(bytes).toBeGreaterThan(limitKb * 1000 * 0.88);
    expect(proof.notes.join()).toContain(`Fitted into ${limitKb} kB`);
  });
  test("that fits already is left as it is", async () => {
    const { proof } = await make({ ...settings, limitKb: 100_000 });
    expect([proof.faults, proof.notes]).toEqual([[], []]);
  });
});

test("a limit that nothing fits into is told with the least that it takes", async () => {
  const refused = await make({ kind: "h264", backing: over, scale, limitKb: 10 }, 6).catch((error: unknown) => error);
  // Either it fits after all, or it says what would.
  if (refused instanceof IssueError) expect(refused.issue).toMatchObject({ code: "limit_unreachable", limitKb: 10 });
  else expect((refused as { bytes: number }).bytes).toBeLessThanOrEqual(10_000);
});

test.each(["split-frame", "format-wipe"] as const)(
  "a GIF of %s is see-through again where something goes",
  async (id) => {
    const wiped = readDesign(id);
    const output = outputOf({ kind: "gif", scale: 0.25 });
    const scene = { design: wiped, values: { ...sampleValues(wiped), lengthS: 3 }, house, format: "wide" };
    const loading = { loadPicture: loadDemoPicture, folder, file: join(folder, `${id}.gif`) };
    expect((await makeClip({ scene, output, ...loading })).proof.faults).toEqual([]);
  },
);

describe("a clip to key out", () => {
  // Edges, where the key costs most, are a larger share of a smaller picture.
  const scale = 0.6;
  /** Mean difference of two films of one size, in levels of 255, over all frames. */
  const differ = async (a: readonly string[], b: readonly string[]): Promise<number> => {
    const [one, other] = await Promise.all([a, b].map((args) => runFfmpeg(args)));
    let sum = 0;
    // Looked up once: what is global costs a test's sandbox more than all the rest of so long a loop.
    const { abs } = Math;
    for (let at = 0; at < one!.length; at++) sum += abs(one![at]! - other![at]!);
    expect(one!.length).toBe(other!.length);
    return sum / one!.length;
  };
  let footage: string;
  let clear: Awaited<ReturnType<typeof make>>;
  beforeAll(async () => {
    footage = join(folder, "footage.mp4");
    await makeFootage(footage);
    clear = await make({ kind: "prores-4444", scale }, 1.2);
  });
  test.each(["420", "444"])("by a plain key over footage is nearly the see-through clip, at %s", async (chroma) => {
    const keyed = await make({ kind: "key-colour", chroma, scale }, 1.2);
    const [, key] = /key is (#[0-9a-f]{6})/.exec(keyed.proof.notes.join())!;
    const under = ["-i", footage, "-i"];
    const out = ["-frames:v", "30", "-f", "rawvideo", "-pix_fmt", "rgb24", "pipe:1"];
    const ground = `[0:v]scale=${clear.proof.width}:${clear.proof.height},fps=25,setpts=N/25/TB[g]`;
    const plain = `[1:v]format=yuva444p,chromakey=0x${key!.slice(1)}:0.12:0.08[k]`;
    const laid = (top: string) => ["-filter_complex", `${ground};${top};[g][k]overlay=shortest=1:format=rgb`, ...out];
    const mean = await differ(
      [...under, keyed.file, ...laid(plain)],
      [...under, clear.file, ...laid("[1:v]format=yuva444p10le[k]")],
    );
    // Stated: less than half a level over the whole picture, edges and all.
    expect(mean).toBeLessThan(0.5);
    expect(mean).toBeGreaterThan(0);
  });
});
