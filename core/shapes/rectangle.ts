import { z } from "zod";
import { Corner, noCorner } from "../document/corner";
import { Degrees } from "../document/units";
import { rectanglePath, type Corners } from "../geometry/rectangle";
import { slantedPath } from "../geometry/shapes";
import { defineShape, shapeLayer } from "./define";

const cornerHelp = "Radius of this corner, or the length that is cut off it.";

export const shape = defineShape({
  schema: shapeLayer("rectangle", "Rectangle with four corners of its own", {
    corners: z
      .tuple([Corner, Corner, Corner, Corner])
      .default([noCorner, noCorner, noCorner, noCorner])
      .describe("Top left, top right, bottom right, bottom left"),
    slant: Degrees.min(-75).max(75).default(0).describe("Leans its upright sides, within its box"),
  }),
  outline: ({ corners: all, slant }, { width, height, mirrored }) => {
    const [tl, tr, br, bl] = all;
    const corners: Corners = mirrored ? [tr, tl, bl, br] : all;
    return slant === 0
      ? rectanglePath(width, height, corners)
      : slantedPath(width, height, corners, mirrored ? -slant : slant);
  },
  numbers: {
    "corners.0.size": { label: "Top left", unit: "u", help: cornerHelp },
    "corners.1.size": { label: "Top right", unit: "u", help: cornerHelp },
    "corners.2.size": { label: "Bottom right", unit: "u", help: cornerHelp },
    "corners.3.size": { label: "Bottom left", unit: "u", help: cornerHelp },
    slant: {
      label: "Slant",
      unit: "°",
      help: "Leans its sides, so that a rectangle becomes a parallelogram.",
      also: "skew, shear, parallelogram",
    },
  },
  properties: {
    corners: { label: "All corners", help: "Radius of all four corners at once.", also: "corner radius, rounded" },
    ...Object.fromEntries(
      [0, 1, 2, 3].map((i) => [
        `corners.${i}.style`,
        { label: "Corner", help: "Whether this corner is rounded or cut off.", also: "bevel" },
      ]),
    ),
  },
  label: "Panel",
  about: "A panel with four corners, to fit around words",
  fresh: { width: 40, height: 12 },
});
