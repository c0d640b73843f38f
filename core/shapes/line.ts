import { z } from "zod";
import { Anchor, PositiveU } from "../document/units";
import { polylinePath } from "../geometry/shapes";
import { defineShape, shapeLayer } from "./define";

export const shape = defineShape({
  schema: shapeLayer("line", "Line through several points", {
    points: z
      .array(Anchor)
      .min(2)
      .max(500)
      .default([
        { x: 0, y: 0.5 },
        { x: 1, y: 0.5 },
      ])
      .describe("Corners in shares of the box"),
    closed: z.boolean().default(false),
    rounding: PositiveU.default(0).describe("Radius of its corners in u"),
  }),
  outline: ({ points, closed, rounding }, { width, height, mirrored }) => {
    const placed = points.map(({ x, y }) => [(mirrored ? 1 - x : x) * width, y * height] as const);
    return polylinePath(placed, closed, rounding);
  },
  numbers: {
    rounding: { label: "Rounding", unit: "u", help: "Radius by which the line’s corners are rounded.", also: "radius" },
  },
  properties: {
    points: {
      label: "Corners",
      help: "The points it runs through, in per cent of its box: across and down, with semicolons between.",
      also: "points, path, vertices",
    },
    closed: { label: "Closed", help: "Joins the last point to the first, so that it can be filled.", also: "polygon" },
  },
  label: "Line",
  about: "Through two points or more",
  fresh: { width: 40, height: 2, drawn: 0.4 },
});
