import { open } from "node:fs/promises";
import { ApngWriter, delaysOf } from "../apng";
import { codePatches } from "../moving-picture";
import { pngOf, wholePng } from "../png";
import { proveMoving } from "../proof/moving";
import { readApng } from "../proof/books";
import { tickS, tolerances } from "../proof/tolerances";
import { runsOf } from "../runs";
import { defineEncoder } from "./define";

/** A see-through point over what is there: it changes nothing, and lets a long rest go on. */
const point = { x: 0, y: 0, width: 1, height: 1 };

export const encoder = defineEncoder<"apng">({
  settings: [],
  encode: async (job, pictures) => {
    const { plan, format, output } = job;
    const delays = runsOf(plan.frames).map(({ count }) => delaysOf(count, plan.fps));
    const frames = delays.reduce((sum, those) => sum + those.length, 0);
    const writer = new ApngWriter({ frames, repeats: output.repeats });
    const nothing = await pngOf(Buffer.alloc(4), point);
    const file = await open(job.file, "w");
    try {
      await codePatches(
        job,
        pictures,
        // The first must be as large as the whole.
        ({ pixels, box }, place) => (place === 0 ? wholePng(pixels, box, format) : pngOf(pixels, box)),
        async (png, { box }, place) => {
          const [first, ...more] = delays[place]!;
          const whole = { x: 0, y: 0, width: format.width, height: format.height };
          await file.write(writer.frame(png, place === 0 ? whole : box, first!));
          for (const delay of more) await file.write(writer.frame(nothing, point, delay, true));
        },
      );
      await file.write(writer.end());
    } finally {
      await file.close();
    }
  },
  prove: (job, frames) =>
    proveMoving(job, frames, {
      ...{ read: readApng, tolerance: tolerances.apng, tickS: tickS.apng, splits: true },
      repeats: job.output.repeats,
    }),
});
