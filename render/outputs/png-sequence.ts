import { inOrder } from "../in-order";
import { wholePng } from "../png";
import { proveSequence } from "../proof/sequence";
import { tolerances } from "../proof/tolerances";
import { runsOf } from "../runs";
import { frameName, sequenceFacts, sequenceFactsName } from "../sequence";
import { writeZip } from "../zip-files";
import { defineEncoder } from "./define";

export const encoder = defineEncoder<"png-sequence">({
  settings: [],
  encode: async (job, pictures) => {
    const { plan, format, signal, file } = job;
    const runs = runsOf(plan.frames);
    const zip = writeZip(file);
    const facts = sequenceFacts(plan, format);
    await zip.add(sequenceFactsName, Buffer.from(`${JSON.stringify(facts, null, 2)}\n`));
    await inOrder(
      pictures,
      runs.map(({ picture }) => picture),
      signal,
      {
        code: (pixels) => wholePng(pixels, plan.bounds, format),
        take: async (png, place) => {
          const { start, count } = runs[place]!;
          for (let frame = start; frame < start + count; frame++) await zip.add(frameName(frame), png);
          job.progress(start + count);
        },
      },
    );
    await zip.close();
  },
  prove: (job, frames) => proveSequence(job, frames, tolerances["png-sequence"]),
});
