import { z } from "zod";
import { PositiveU } from "../document/units";
import { polylinePath, starPoints } from "../geometry/shapes";
import { defineShape, shapeLayer } from "./define";

export const shape = defineShape({
  schema: shapeLayer("polygon", "Regular polygon", {
    sides: z.number().int().min(3).max(64).default(6),
    rounding: PositiveU.default(0).describe("Radius of its corners in u"),
  }),
  outline: ({ sides, rounding }, { width, height }) =>
    polylinePath(starPoints(width, height, sides, undefined), true, rounding),
  numbers: {
    sides: {
      label: "Sides",
      unit: "",
      help: "How many equal sides it has: 3 is a triangle, 6 a hexagon.",
      also: "triangle, hexagon",
    },
    rounding: { label: "Rounding", unit: "u", help: "Radius by which its corners are rounded.", also: "radius" },
  },
  label: "Polygon",
  about: "With equal sides",
  fresh: { width: 18, height: 18 },
});
