// Written by `npm run kinds` from the files of this folder.
import type { StepFactsOf } from "./define";
import { step as fill } from "./fill";
import { step as layer } from "./layer";
import { step as mean } from "./mean";
import { step as picture } from "./picture";
import { step as stroke } from "./stroke";

export const stepKinds = {
  fill: fill,
  layer: layer,
  mean: mean,
  picture: picture,
  stroke: stroke,
} satisfies StepFactsOf;
