import { copyFileSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, expect, test } from "@jest/globals";
import { box, designWith, loadFace, smallHouse } from "@/core/testing/scene";
import { madeOutput, Output } from "@/core/outputs/output";
import { makeClip, makePart } from "./clip";
import { runFfmpeg } from "./ffmpeg";
import type { OtherHands } from "./parts";
const folder = mkdtempSync(join(tmpdir(), "rubrick-parts-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A digest of every decoded frame, with its instant. */
async function framesOf(file: string, kind: string): Promise<string> {
  const decoder = kind === "vp9-alpha" ? ["-c:v", "libvpx-vp9"] : [];
  return (await runFfmpeg([...decoder, "-i", file, "-f", "framemd5", "-"], {})).toString();
}

/** A small panel that goes on turning for long: no two frames are alike. */
const design = designWith(
  [
    box("panel", {
      ...{ width: { kind: "fixed", u: 6 }, height: { kind: "fixed", u: 4 } },
      place: { at: { x: 0.5, y: 0.5 }, from: { x: 0.5, y: 0.5 } },
      meter: { property: "turn", from: 0, to: 360 },
    }),
  ],
  { length: { default: 40, min: 1, max: 60 } },
);
const scene = { design, values: { fields: {}, lengthS: 22 }, house: smallHouse, format: "square" };
const loadPicture = loadFace;

test.each([
  { kind: "prores-4444", parts: 2 },
  { kind: "vp9-alpha", parts: 2 },
] as const)(
  "a $kind clip of parts that others have made is the same as one that one worker made",
  async ({ kind, parts }) => {
    const output = madeOutput(Output.parse({ id: kind, name: kind, kind, fps: { num: 25, den: 1 } }), design);
    const ending = kind === "vp9-alpha" ? "webm" : "mov";
    const made = async (name: string, hands?: OtherHands) => {
      const file = join(folder, `${kind}-${name}.${ending}`);
      const own = mkdtempSync(join(folder, `${name}-`));
      let sizes: readonly number[] = [];
      const elsewhere = hands && (async (all: readonly number[]) => ((sizes = all), hands));
      const result = await makeClip({ scene, output, file, folder: own, loadPicture, elsewhere });
      expect(result.proof).toMatchObject({ passed: true, frames: 550 });
      return { file, sizes, painted: result.painted };
    };
    const alone = await made("alone");
    // One part is made by somebody else, one of theirs fails and is made here after all.
    const other = join(folder, `${kind}-other.${ending}`);
    const failed = new Set<number>();
    const hands: OtherHands = {
      takeBack: async (part) => part > 1,
      fileOf: async (part) => {
        if (part === 1) return void failed.add(part);
        const own = mkdtempSync(join(folder, "elsewhere-"));
        const file = join(own, `made.${ending}`);
        await makePart({ scene, output, part, file, folder: own, loadPicture });
        copyFileSync(file, other);
        return other;
      },
      end: async () => undefined,
    };
    const shared = await made("shared", hands);
    expect(shared.sizes.length).toBe(parts);
    expect(failed).toEqual(new Set([1]));
    expect(shared.painted).toBeLessThan(alone.painted);
    // A WebM file carries a number drawn by lot: its frames are compared.
    if (kind !== "vp9-alpha") expect(readFileSync(shared.file).equals(readFileSync(alone.file))).toBe(true);
    expect(await framesOf(shared.file, kind)).toEqual(await framesOf(alone.file, kind));
  },
);
