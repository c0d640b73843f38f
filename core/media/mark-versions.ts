import { contrast, luminance, parseHex } from "../bind/colour";
import type { House } from "../document/house";
import type { Mark } from "../document/vector";

/** Below this a shape can't be told from its ground. Source: WCAG 2.2, 1.4.11 asks for 3; marks are large. */
const readable = 2;
/** So much of a mark must be readable. */
const enough = 0.4;

/**
 * The versions that a mark needs by its main colours, over the lightest and the darkest colour of the house: all of it in
 * the other one where too little of it could be read. `colours` as `#rrggbbaa` with their shares.
 */
export function versionsFor(
  colours: readonly { readonly hex: string; readonly share: number }[],
  house: House,
): Pick<Mark, "onLight" | "onDark"> {
  const byLight = [...house.colours].sort((a, b) => luminance(parseHex(a.hex)) - luminance(parseHex(b.hex)));
  const [dark, light] = [byLight[0]!, byLight.at(-1)!];
  const total = colours.reduce((sum, { share }) => sum + share, 0);
  const read = (ground: string): number =>
    colours.reduce(
      (sum, { hex, share }) => (contrast(parseHex(hex), parseHex(ground)) >= readable ? sum + share : sum),
      0,
    );
  const needs = (ground: string) => total > 0 && read(ground) < total * enough;
  return {
    ...(needs(light.hex) && { onLight: { ink: `house:${dark.role}` } }),
    ...(needs(dark.hex) && { onDark: { ink: `house:${light.role}` } }),
  };
}
