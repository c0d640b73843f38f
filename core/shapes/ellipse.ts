import { z } from "zod";
import { ellipsePath } from "../geometry/shapes";
import { defineShape, shapeLayer } from "./define";

export const shape = defineShape({
  schema: shapeLayer("ellipse", "Ellipse or circle", {
    round: z.boolean().default(false).describe("Stays a circle in the middle of its box"),
  }),
  outline: ({ round }, { width, height }) => ellipsePath(width, height, round),
  properties: {
    round: {
      label: "Stays a circle",
      help: "Keeps it a circle however its box is stretched; off, it is an oval.",
      also: "ellipse, oval",
    },
  },
  label: "Disc",
  about: "A disc or oval",
  fresh: { width: 16, height: 16 },
});
