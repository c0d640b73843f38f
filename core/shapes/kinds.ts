// Written by `npm run kinds` from the files of this folder.
import { shape as ellipse } from "./ellipse";
import { shape as line } from "./line";
import { shape as path } from "./path";
import { shape as polygon } from "./polygon";
import { shape as rectangle } from "./rectangle";
import { shape as ring } from "./ring";
import { shape as star } from "./star";

export const shapeKinds = {
  ellipse: ellipse,
  line: line,
  path: path,
  polygon: polygon,
  rectangle: rectangle,
  ring: ring,
  star: star,
} as const;

export const shapeSchemas = [
  ellipse.schema,
  line.schema,
  path.schema,
  polygon.schema,
  rectangle.schema,
  ring.schema,
  star.schema,
] as const;
