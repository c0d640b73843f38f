import { z } from "zod";
import { makePath, mapCommands } from "../geometry/path";
import { parseSvgPath } from "../geometry/svg-path";
import { defineShape, shapeLayer } from "./define";

export const shape = defineShape({
  schema: shapeLayer("path", "Any outline, from SVG path data", {
    d: z.string().min(1).max(20000).describe("SVG path data"),
    view: z
      .strictObject({ width: z.number().min(0.01).max(100000), height: z.number().min(0.01).max(100000) })
      .describe("The size the data is drawn for, from 0, 0"),
    fit: z.enum(["stretch", "contain"]).default("stretch"),
    rule: z.enum(["nonzero", "evenodd"]).default("nonzero").describe("What counts as inside where an outline crosses"),
  }),
  outline: ({ d, view, fit }, { width, height, mirrored }) => {
    const path = parseSvgPath(d);
    let [sx, sy] = [width / view.width, height / view.height];
    if (fit === "contain") sx = sy = Math.min(sx, sy);
    const x = (width - view.width * sx) / 2;
    const y = (height - view.height * sy) / 2;
    const map = mirrored ? ([-sx, 0, 0, sy, width - x, y] as const) : ([sx, 0, 0, sy, x, y] as const);
    return makePath(`${path.id}@${map.join()}`, mapCommands(map, path.commands));
  },
  numbers: {
    "view.width": {
      label: "Drawn for",
      unit: "",
      help: "Width of the box that the path data are drawn in.",
      also: "view box",
    },
    "view.height": {
      label: "by",
      unit: "",
      help: "Height of the box that the path data are drawn in.",
      also: "view box",
    },
  },
  properties: {
    d: {
      label: "Path data",
      help: "The outline as SVG path data, copied from any drawing program.",
      also: "svg, vector, bezier",
    },
    fit: {
      label: "In its box",
      help: "Stretched: it fills the box. In proportion: it keeps its own proportions.",
      also: "aspect ratio",
    },
  },
  label: "Shape",
  about: "Any outline, from path data",
  fresh: {
    width: 20,
    height: 20,
    d: "M0 60 C0 20 40 0 100 0 C100 60 80 100 40 100 C20 100 0 85 0 60 Z",
    view: { width: 100, height: 100 },
  },
});
