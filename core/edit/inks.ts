import { contrast, parseHex } from "../bind/colour";
import type { Design } from "../document/design";
import type { House } from "../document/house";
import type { Layer } from "../document/layer";

/*
 * What a house style offers to whoever puts in something new: grounds, letters that are read on them, sizes.
 */

type Colour = House["colours"][number];

export const plainFill = (colour: string) => ({ kind: "plain" as const, colour });
export const houseFill = (role: string) => plainFill(`house:${role}`);

/** Colours that words are read on, the house style's first one first. */
export function groundsOf(house: House): readonly Colour[] {
  const grounds = house.colours.filter(({ on }) => on.length > 0);
  return grounds.length > 0 ? grounds : house.colours;
}

/** The lightest colour of the house: what words over footage take that stand on nothing. */
export function lightestOf(house: House): string {
  const black = { r: 0, g: 0, b: 0, a: 1 };
  const light = ({ hex }: Colour) => contrast(parseHex(hex), black);
  return house.colours.reduce((best, one) => (light(one) > light(best) ? one : best)).role;
}

/** The colour that the house puts words in on one of its grounds. */
export const readOn = (house: House, ground: string): string => {
  const found = house.colours.find(({ role }) => role === ground);
  return found?.on[0] ?? lightestOf(house);
};

/** A ground for something new: the first that no words stand on yet, so that two beside one another differ. */
export function freshGround(design: Design, house: House): string {
  const used = new Set(
    design.layers.flatMap((layer) =>
      carriesWords(design, layer.id) && "fill" in layer && layer.fill?.kind === "plain" ? [layer.fill.colour] : [],
    ),
  );
  const [first, ...others] = groundsOf(house);
  const isUsed = ({ role }: Colour) => used.has(`house:${role}`);
  if (!isUsed(first!)) return first!.role;
  const apart = (colour: Colour) => contrast(parseHex(colour.hex), parseHex(first!.hex));
  const free = others.filter((colour) => !isUsed(colour) && apart(colour) >= 3);
  // The most colourful one, not the nearest to white: it marks a second line off.
  return (free.sort((a, b) => chroma(b) - chroma(a))[0] ?? first!).role;
}

/** Whether the words of a text take the colour that suits this layer. */
export const carriesWords = ({ layers }: Design, id: string): boolean =>
  layers.some((text) => text.kind === "text" && text.fill.kind === "plain" && text.fill.colour === `pair:${id}`);

function chroma({ hex }: Colour): number {
  const { r, g, b } = parseHex(hex);
  return Math.max(r, g, b) - Math.min(r, g, b);
}

/** The size in u that a text is set in, where no format says otherwise. */
export function sizeOf(layer: Layer, house: House): number {
  if (layer.kind !== "text") return 0;
  return layer.setting.size ?? house.types.find(({ id }) => id === layer.setting.type)?.style.size ?? 4;
}

/** Air around words on a panel, in u, as the house style says for letters of this size. */
export function paddingOf(house: House, sizeU: number): { readonly across: number; readonly down: number } {
  const { across, down } = house.spacing;
  return { across: tenths(sizeU * across), down: tenths(sizeU * down) };
}

export const tenths = (value: number): number => Math.round(value * 10) / 10;

/** A colour for a part of a text that stands out from the rest and is read on what the text stands on. */
export function accentFor(design: Design, house: House, layer: Layer): string {
  const own = layer.kind === "text" && layer.fill.kind === "plain" ? layer.fill.colour : "";
  const under = own.startsWith("pair:") ? design.layers.find(({ id }) => id === own.slice(5)) : undefined;
  const fill = under && under.kind !== "text" && "fill" in under ? under.fill : undefined;
  const ground = house.colours.find(({ role }) => fill?.kind === "plain" && fill.colour === `house:${role}`);
  // The first of those that the house puts on it is what the words have already.
  const role =
    ground?.on[1] ??
    ground?.on[0] ??
    house.colours.find(({ role: one }) => `house:${one}` !== own && one !== lightestOf(house) && isLight(house, one))
      ?.role;
  return `house:${role ?? lightestOf(house)}`;
}

/** Whether a colour is read over dark footage. */
const isLight = (house: House, role: string): boolean =>
  contrast(parseHex(house.colours.find((colour) => colour.role === role)!.hex), { r: 0, g: 0, b: 0, a: 1 }) >= 4.5;
