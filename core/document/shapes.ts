import { z } from "zod";
import { Anchor, Degrees, PositiveU, Share } from "./units";

/** A corner of a rectangle: its size in u, and whether it is round or cut off straight. */
export const Corner = z.strictObject({ size: PositiveU, style: z.enum(["round", "cut"]).default("round") });
export type Corner = z.infer<typeof Corner>;
const noCorner = { size: 0, style: "round" as const };

/** What each shape kind has beyond a layer's usual properties; all fill their layer's box. */
export const shapeProperties = {
  rectangle: {
    corners: z
      .tuple([Corner, Corner, Corner, Corner])
      .default([noCorner, noCorner, noCorner, noCorner])
      .describe("Top left, top right, bottom right, bottom left"),
    slant: Degrees.min(-75).max(75).default(0).describe("Leans its upright sides, within its box"),
  },
  ellipse: {
    round: z.boolean().default(false).describe("Stays a circle in the middle of its box"),
  },
  ring: {
    inner: Share.default(0.7).describe("Radius of the hole, as a share of the outer radius; 0 makes a sector"),
    from: Degrees.default(0).describe("Where it starts, clockwise from the top"),
    sweep: z.number().min(-360).max(360).default(360).describe("Degrees it runs, clockwise"),
  },
  line: {
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
  },
  polygon: {
    sides: z.number().int().min(3).max(64).default(6),
    rounding: PositiveU.default(0).describe("Radius of its corners in u"),
  },
  star: {
    points: z.number().int().min(3).max(64).default(5),
    inner: Share.default(0.45).describe("Radius of the inner corners, as a share of the outer"),
    rounding: PositiveU.default(0).describe("Radius of its corners in u"),
  },
  path: {
    d: z.string().min(1).max(20000).describe("SVG path data"),
    view: z
      .strictObject({ width: z.number().min(0.01).max(100000), height: z.number().min(0.01).max(100000) })
      .describe("The size the data is drawn for, from 0, 0"),
    fit: z.enum(["stretch", "contain"]).default("stretch"),
    rule: z.enum(["nonzero", "evenodd"]).default("nonzero").describe("What counts as inside where an outline crosses"),
  },
} as const;
export type ShapeKind = keyof typeof shapeProperties;
