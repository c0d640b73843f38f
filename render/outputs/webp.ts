import { open } from "node:fs/promises";
import sharp from "sharp";
import { frameToS } from "@/core/document/fps";
import { codePatches } from "../moving-picture";
import { proveMoving } from "../proof/moving";
import { readBySharp } from "../proof/books";
import { tickS, tolerances } from "../proof/tolerances";
import { webpFrame, webpHead, webpHeadBytes } from "../webp";
import { defineEncoder } from "./define";

export const encoder = defineEncoder<"webp">({
  settings: [],
  encode: async (job, pictures) => {
    const { fps } = job.plan;
    const file = await open(job.file, "w");
    let at = webpHeadBytes;
    let shown = 0;
    // Its clock ticks in thousandths: every frame begins at the nearest, so that nothing adds up.
    const tick = (frame: number) => Math.round(frameToS(frame, fps) * 1000);
    try {
      await codePatches(
        job,
        pictures,
        ({ pixels, box: { width, height } }) =>
          sharp(pixels, { raw: { width, height, channels: 4 } })
            .webp({ lossless: true, quality: 50, effort: 0 })
            .toBuffer(),
        async (webp, { box, frames }) => {
          const part = webpFrame(webp, box, tick(shown + frames) - tick(shown));
          await file.write(part, 0, part.length, at);
          at += part.length;
          shown += frames;
        },
      );
      await file.write(webpHead(job.format, job.output.repeats, at - webpHeadBytes), 0, webpHeadBytes, 0);
    } finally {
      await file.close();
    }
  },
  prove: (job, frames) =>
    proveMoving(job, frames, {
      ...{ read: readBySharp, tolerance: tolerances.webp, tickS: tickS.webp },
      repeats: job.output.repeats,
    }),
});
