// Written by `npm run kinds` from the files of this folder.
import type { RowsOf } from "./define";
import { rows as ellipse } from "./ellipse";
import { rows as line } from "./line";
import { rows as path } from "./path";
import { rows as polygon } from "./polygon";
import { rows as rectangle } from "./rectangle";
import { rows as ring } from "./ring";
import { rows as star } from "./star";

export const shapeRows = {
  ellipse: ellipse,
  line: line,
  path: path,
  polygon: polygon,
  rectangle: rectangle,
  ring: ring,
  star: star,
} satisfies RowsOf;
