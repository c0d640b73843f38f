import type { Patch } from "immer";
import type { House } from "@/core/document/house";

const lists: Readonly<Record<string, string>> = {
  accounts: "Account",
  colours: "Colour",
  fonts: "Font",
  formats: "Format",
  marks: "Mark",
  pictures: "Picture",
  sounds: "Sound",
  spacing: "Spacing",
  types: "Type style",
  videos: "Video",
};

/** What a change of the house style is called where it can be undone: the list, and the entry it is of. */
export function stepLabel(house: House, patches: readonly Patch[]): string {
  const [list = "", at] = patches[0]?.path ?? [];
  const name = lists[list] ?? "House style";
  const entry = (house as unknown as Record<string, readonly { name?: string }[]>)[list]?.[Number(at)];
  return entry?.name ? `${name} “${entry.name}”` : name;
}
