import { differenceEuclidean, nearest, parse } from "culori";
import type { House } from "../document/house";

/** The house colour on offer that looks most like one that is written out; undefined for what is no colour. */
export function nearestColour(text: string, choices: readonly string[], house: House): string | undefined {
  const wanted = parse(text.trim());
  const offered = house.colours.filter(({ role }) => choices.includes(role));
  if (!wanted || offered.length === 0) return undefined;
  const [hex] = nearest(
    offered.map((colour) => colour.hex),
    differenceEuclidean("oklab"),
  )(wanted);
  return offered.find((colour) => colour.hex === hex)?.role;
}
