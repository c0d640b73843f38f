import { readFile } from "node:fs/promises";
import type { Proof } from "@/core/document/proof";
import { clipBounds } from "@/core/sample/clip";
import { rastersOf } from "@/core/sample/rasters";
import { prepareScene } from "@/core/scene";
import { bundledFonts } from "@/core/type/catalogue";
import { FontBook } from "@/core/type/font-book";
import { FramePainter } from "../frame";
import { NodeHost } from "../node-host";
import type { ProofJob } from "../outputs/define";
import { inModule, readPage, readPlayer } from "../page";
import type { PaintedFrames } from "../painted";
import { tellingFrames } from "./compare";

/**
 * Plays a finished page with nothing but what is in it, and compares its pictures with the painted ones, byte for byte.
 * That a browser paints the same bytes is shown once for all pages, by the tests.
 */
export async function provePage(job: ProofJob, frames: PaintedFrames): Promise<Proof> {
  const { plan, playable } = job;
  const html = await readFile(job.file, "utf8");
  const faults: string[] = [];
  if (!html.includes(inModule(await readPlayer()))) faults.push("its player is not whole");
  if (/\b(?:src|href)\s*=\s*["']?https?:/i.test(html.replace(/<script[\s\S]*?<\/script>/g, "")))
    faults.push("it loads something from a network");
  const instants: Proof["instants"] = [];
  try {
    const { payload, files } = await readPage(html);
    const fileOf = async (name: string): Promise<Uint8Array> => {
      const bytes = files.get(name);
      if (!bytes) throw new Error(`${name} is not in the page`);
      return bytes;
    };
    const scene = await prepareScene(payload, new FontBook({ ...bundledFonts, faces: payload.faces }), fileOf);
    const host = new NodeHost();
    const painter = new FramePainter(clipBounds(scene, payload.fps), host);
    if (scene.lengthS !== playable.lengthS) faults.push(`${scene.lengthS} s instead of ${playable.lengthS} s`);
    for (const frame of tellingFrames(job)) {
      const timeS = (frame * plan.fps.den) / plan.fps.num;
      const picture = scene.sample(timeS);
      await host.load(rastersOf(picture.ops), fileOf);
      const own = painter.rgba(picture);
      const same = own.equals(await frames.on(painter.bounds, timeS));
      if (!same) faults.push(`frame ${frame} differs from the painted one`);
      instants.push({ frame, meanError: same ? 0 : 255, maxError: same ? 0 : 255 });
    }
  } catch (error) {
    faults.push(`what it carries can’t be shown: ${(error as Error).message}`);
  }
  const { width, height } = playable.format;
  return {
    ...{ width, height, frames: plan.frames.length, rate: `${plan.fps.num}/${plan.fps.den}` },
    ...{ durationS: playable.lengthS, sound: false, alpha: { min: 0, max: 255 }, instants },
    ...{ passed: faults.length === 0, faults, notes: [...(job.made?.notes ?? [])] },
  };
}
