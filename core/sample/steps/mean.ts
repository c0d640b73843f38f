import { emptyBox, unionBox } from "../../geometry/box";
import { defineStep } from "./define";

export const step = defineStep<"mean">({
  bounds: (op, boundsOf) => op.samples.reduce((all, ops) => unionBox(all, boundsOf(ops)), emptyBox),
  write: (op, parts, write) => {
    for (const sample of op.samples) {
      parts.push("~");
      write(sample, parts);
    }
  },
  inner: (op) => op.samples,
});
