import type { House } from "../document/house";
import type { Fill } from "../document/colour";

export type FillKind = Fill["kind"];

/** A fill of another kind with the same colours; a solid one becomes a gradient to another house colour. */
export function fillOfKind(fill: Fill, kind: FillKind, house: House): Fill {
  const first = fill.kind === "plain" ? fill.colour : fill.stops[0]!.colour;
  if (kind === "plain") return { kind, colour: first };
  const other = house.colours.find(({ role }) => `house:${role}` !== first) ?? house.colours[0]!;
  const stops =
    fill.kind === "plain"
      ? [
          { at: 0, colour: first },
          { at: 1, colour: `house:${other.role}` },
        ]
      : fill.stops;
  if (kind === "linear") return { kind, angle: 90, stops };
  const centre = { x: 0.5, y: 0.5 };
  return kind === "radial" ? { kind, centre, radius: 0.5, stops } : { kind, centre, angle: 0, stops };
}
