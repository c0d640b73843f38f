import { z } from "zod";
import { PositiveU, Share } from "../document/units";
import { polylinePath, starPoints } from "../geometry/shapes";
import { defineShape, shapeLayer } from "./define";

export const shape = defineShape({
  schema: shapeLayer("star", "Star", {
    points: z.number().int().min(3).max(64).default(5),
    inner: Share.default(0.45).describe("Radius of the inner corners, as a share of the outer"),
    rounding: PositiveU.default(0).describe("Radius of its corners in u"),
  }),
  outline: ({ points, inner, rounding }, { width, height }) =>
    polylinePath(starPoints(width, height, points, inner), true, rounding),
  numbers: {
    points: { label: "Points", unit: "", help: "How many points the star has." },
    inner: {
      label: "Inner",
      unit: "%",
      help: "Inner radius in per cent of the outer one: less makes sharper points.",
      also: "inner radius, depth",
    },
    rounding: { label: "Rounding", unit: "u", help: "Radius by which its points are rounded.", also: "radius" },
  },
  label: "Star",
  about: "With points",
  fresh: { width: 18, height: 18 },
});
