import type { StepFacts } from "./steps/define";
import { stepKinds } from "./steps/kinds";
import type { PaintOp } from "./types";

/** All that is known of a step's kind. */
export const factsOfStep = <Op extends PaintOp>(op: Op): StepFacts<Op> =>
  // The step and its kind belong together, which the table can't say.
  stepKinds[op.kind] as unknown as StepFacts<Op>;
