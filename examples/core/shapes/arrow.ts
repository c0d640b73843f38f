import { z } from "zod";
import { Share } from "../document/units";
import { polylinePath } from "../geometry/shapes";
import { defineShape, shapeLayer } from "./define";

export const shape = defineShape({
  schema: shapeLayer("arrow", "Arrow", {
    head: Share.default(0.4).describe("Length of its head, as a share of the whole"),
    shaft: z.number().min(0).max(1).default(0.4).describe("Height of its shaft, as a share of the head's"),
  }),
  outline: ({ head, shaft }, { width, height, mirrored }) => {
    const [neck, top, bottom] = [1 - head, 0.5 - shaft / 2, 0.5 + shaft / 2];
    const corners = [
      [0, top],
      [neck, top],
      [neck, 0],
      [1, 0.5],
      [neck, 1],
      [neck, bottom],
      [0, bottom],
    ] as const;
    const placed = corners.map(([x, y]) => [(mirrored ? 1 - x : x) * width, y * height] as const);
    return polylinePath(placed, true, 0);
  },
  numbers: {
    head: { label: "Head", unit: "%", help: "How much of its length the head takes." },
    shaft: { label: "Shaft", unit: "%", help: "How thick the shaft is, compared with its height." },
  },
  label: "Arrow",
  about: "Points somewhere",
  fresh: { width: 24, height: 12 },
});
