import type { Rgba } from "../../bind/types";
import type { Box } from "../../geometry/box";
import { defineStep } from "./define";

/** A box of pixels in one colour. */
export interface WashOp {
  readonly kind: "wash";
  readonly box: Box;
  readonly colour: Rgba;
}

declare module "../types" {
  interface PaintOps {
    wash: WashOp;
  }
}

export const step = defineStep<"wash">({
  bounds: ({ box }) => box,
  write: (op, parts) => void parts.push(JSON.stringify(op)),
});
