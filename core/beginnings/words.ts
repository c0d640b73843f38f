import type { House } from "../document/house";
import type { Design } from "../document/design";
import { addText } from "../edit/fresh-layer";
import { backLines, panelBehind } from "../edit/panels";
import type { Beginning, Ground } from "./define";

/*
 * Beginnings of words: on panels, on boxes of their own lines.
 */

/** Writes into a text layer what it says until somebody fills it in. */
export function say(design: Design, id: string, name: string, text: string, type?: string): void {
  for (const layer of design.layers) {
    if (layer.id !== id || layer.kind !== "text") continue;
    layer.text = text;
    layer.name = design.layers.some((other) => other !== layer && other.name === name) ? layer.name : name;
    if (type !== undefined) layer.setting.type = type;
  }
}

/** The first of these type styles that the house has. */
export const typeOf = (house: House, ...wanted: readonly string[]): string | undefined =>
  wanted.find((id) => house.types.some((type) => type.id === id)) ?? house.types[0]?.id;

function twoLines({ design, house }: Ground): [string, string] {
  const first = addText(design, house);
  say(design, first, "Name", "First and last name");
  const second = addText(design, house, first);
  say(design, second, "Role", "What they do here");
  return [first, second];
}

export const oneLine: Beginning = {
  name: "One line",
  about: "A line of words on a panel that fits them",
  motion: "unfold",
  build: ({ design, house }) => {
    const line = addText(design, house);
    say(design, line, "Line", "Water at dusk");
    return [line, ...panelBehind(design, house, [line])];
  },
};

export const nameAndRole: Beginning = {
  name: "Two lines",
  about: "A name and what they do, each on a panel",
  motion: "unfold",
  build: (ground) => {
    const lines = twoLines(ground);
    return [...lines, ...panelBehind(ground.design, ground.house, lines)];
  },
};

export const caption: Beginning = {
  name: "Caption",
  about: "Two lines of a sentence, a box behind each",
  motion: "uncover",
  build: ({ design, house }) => {
    const type = typeOf(house, "caption", "quote", "title");
    const first = addText(design, house);
    say(design, first, "First line", "Toads guard the tender rows", type);
    const second = addText(design, house, first);
    say(design, second, "Second line", "so slugs dine elsewhere", type);
    backLines(design, house, [first, second]);
    return [first, second];
  },
};
