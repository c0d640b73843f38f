import { writeFile } from "node:fs/promises";
import { wholePng } from "../png";
import { proveStill } from "../proof/still";
import { tolerances } from "../proof/tolerances";
import { stillFrame } from "../still-frame";
import { defineEncoder } from "./define";

export const encoder = defineEncoder<"still">({
  settings: [],
  encode: async (job, pictures) => {
    const { plan, format, file, signal } = job;
    const put = async (pixels: Buffer) => writeFile(file, await wholePng(pixels, plan.bounds, format));
    await pictures.each([plan.frames[stillFrame(job)]!], put, signal);
    signal?.throwIfAborted();
    job.progress(plan.frames.length);
  },
  prove: (job, frames) => proveStill(job, frames, tolerances.still),
});
