import { z } from "zod";
import { Degrees, Share } from "../document/units";
import { arcPath, ringPath } from "../geometry/shapes";
import { defineShape, shapeLayer } from "./define";

const arcOf = ({ from, sweep }: { from: number; sweep: number }, mirrored: boolean) =>
  mirrored ? { from: -from, sweep: -sweep } : { from, sweep };

export const shape = defineShape({
  schema: shapeLayer("ring", "Ring, part of a ring, or sector", {
    inner: Share.default(0.7).describe("Radius of the hole, as a share of the outer radius; 0 makes a sector"),
    from: Degrees.default(0).describe("Where it starts, clockwise from the top"),
    sweep: z.number().min(-360).max(360).default(360).describe("Degrees it runs, clockwise"),
  }),
  outline: (ring, { width, height, mirrored }) =>
    ringPath(width, height, { inner: ring.inner, ...arcOf(ring, mirrored) }),
  // A full ring without a hole's width is its circle, from its own start.
  along: (ring, { width, height, mirrored }) => {
    const { from, sweep } = arcOf(ring, mirrored);
    return ring.inner === 1 ? arcPath(width, height, from, sweep) : undefined;
  },
  numbers: {
    inner: {
      label: "Hole",
      unit: "%",
      help: "How large the hole is: 0 is a disc, 100 leaves nothing.",
      also: "donut, inner radius, thickness",
    },
    from: { label: "From", unit: "°", help: "Where the ring begins: 0 is at the top, clockwise.", also: "start angle" },
    sweep: {
      label: "Sweep",
      unit: "°",
      help: "How far it runs clockwise: 360 is a whole ring. Animate it for a dial.",
      also: "arc, pie, progress, end angle",
    },
  },
  label: "Ring",
  about: "A ring, part of one, or a sector",
  fresh: { width: 20, height: 20 },
});
