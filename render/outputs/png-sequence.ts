import { createWriteStream } from "node:fs";
import { Writable } from "node:stream";
import { Uint8ArrayReader, ZipWriter } from "@zip.js/zip.js";
import { inOrder } from "../in-order";
import { wholePng } from "../png";
import { proveSequence } from "../proof/sequence";
import { tolerances } from "../proof/tolerances";
import { runsOf } from "../runs";
import { frameName, sequenceFacts, sequenceFactsName } from "../sequence";
import { defineEncoder } from "./define";

/** Pictures are small already: packing them again would only take time. One date, so that the same clip is the same file. */
const stored = {
  level: 0,
  lastModDate: new Date(Date.UTC(1980, 0, 1, 12)),
  dataDescriptor: false,
  useWebWorkers: false,
};

export const encoder = defineEncoder<"png-sequence">({
  settings: [],
  encode: async (job, pictures) => {
    const { plan, format, signal, file } = job;
    const runs = runsOf(plan.frames);
    const zip = new ZipWriter(Writable.toWeb(createWriteStream(file)) as WritableStream<Uint8Array>, stored);
    const add = (name: string, bytes: Uint8Array) => zip.add(name, new Uint8ArrayReader(bytes), stored);
    const facts = sequenceFacts(plan, format);
    await add(sequenceFactsName, Buffer.from(`${JSON.stringify(facts, null, 2)}\n`));
    await inOrder(
      pictures,
      runs.map(({ picture }) => picture),
      signal,
      {
        code: (pixels) => wholePng(pixels, plan.bounds, format),
        take: async (png, place) => {
          const { start, count } = runs[place]!;
          for (let frame = start; frame < start + count; frame++) await add(frameName(frame), png);
          job.progress(start + count);
        },
      },
    );
    await zip.close();
  },
  prove: (job, frames) => proveSequence(job, frames, tolerances["png-sequence"]),
});
