import { writeFile } from "node:fs/promises";
import { writePage } from "../page";
import { provePage } from "../proof/page";
import { defineEncoder } from "./define";

export const encoder = defineEncoder<"web-page">({
  settings: [],
  encode: async ({ carry, output, file, plan, progress }) => {
    if (!carry) throw new Error("what is played here can't be carried by a page");
    await writeFile(file, await writePage(await carry(), output.repeats));
    progress(plan.frames.length);
  },
  prove: (job, frames) => provePage(job, frames),
});
