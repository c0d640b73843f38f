import { writeFile } from "node:fs/promises";
import { writePage } from "../page";
import { provePage } from "../proof/page";
import { defineEncoder } from "./define";

export const encoder = defineEncoder<"web-page">({
  settings: [],
  encode: async ({ carry, output, file, plan, progress }) => {
    if (!carry) throw new Error("what is played here can't be carried by a page");
    const carried = await carry();
    await writeFile(file, await writePage(carried, output.repeats));
    progress(plan.frames.length);
    const families = [...new Set(carried.payload.faces.map(({ family }) => family))].sort();
    return { notes: [`Faces embedded for texts given by address: ${families.join(", ")}.`] };
  },
  prove: (job, frames) => provePage(job, frames),
});
