// Written by `npm run kinds` from the files of this folder.
import type { StepPainterOf } from "./define";
import { painter as fill } from "./fill";
import { painter as layer } from "./layer";
import { painter as mean } from "./mean";
import { painter as picture } from "./picture";
import { painter as stroke } from "./stroke";

export const stepPainters = {
  fill: fill,
  layer: layer,
  mean: mean,
  picture: picture,
  stroke: stroke,
} satisfies StepPainterOf;
