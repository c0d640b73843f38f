import type { Design } from "../document/design";
import type { Box } from "../geometry/box";
import { putLayer } from "./fresh-layer";
import { tenths } from "./inks";

/*
 * Guides: lines across the format that are never seen in a clip, for layers to stand on. They are layers themselves, so
 * that they follow in every format, may stand elsewhere in one, and are undone, copied and named like all others.
 */

/** Which way a guide is moved: one across `x` stands upright. */
export type GuideAxis = "x" | "y";

interface Side {
  readonly width: number;
  readonly height: number;
}

/** The side of the format, or its middle, that a guide is measured from: whichever is nearest. */
export const sideNear = (at: number, whole: number): 0 | 0.5 | 1 =>
  at < whole / 3 ? 0 : at > (whole * 2) / 3 ? 1 : 0.5;

/**
 * Adds a guide at so many u from the format's left or top; `format` is its size in u, and whether it is shown turned round,
 * where a design counts from the right. Gives the guide's id.
 */
export function addGuide(design: Design, axis: GuideAxis, atU: number, format: Side, turnedRound = false): string {
  const whole = axis === "x" ? format.width : format.height;
  const at = axis === "x" && turnedRound ? whole - atU : atU;
  const side = sideNear(at, whole);
  const by = tenths(at - whole * side);
  const all = { kind: "share", of: "format", share: 1 };
  const none = { kind: "fixed", u: 0 };
  const upright = axis === "x";
  const point = upright ? { x: side, y: 0 } : { x: 0, y: side };
  return putLayer(
    design,
    "Guide",
    {
      ...{ kind: "rectangle", guide: true },
      ...(upright ? { width: none, height: all } : { width: all, height: none }),
      place: { on: "format", at: point, from: point, ...(upright ? { dx: by } : { dy: by }) },
    },
    0,
  );
}

/** Guides of a design with the axis that each is moved along, and where it is: its box in u. */
export function guidesOf(
  design: Pick<Design, "layers">,
  boxes: ReadonlyMap<string, Box>,
): { readonly id: string; readonly axis: GuideAxis; readonly box: Box }[] {
  return design.layers.flatMap(({ id, guide, hidden }) => {
    const box = boxes.get(id);
    return guide && box && !hidden ? [{ id, axis: box.width === 0 ? ("x" as const) : ("y" as const), box }] : [];
  });
}
