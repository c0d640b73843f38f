import { designVersion, type Design } from "../document/design";
import type { House } from "../document/house";

/** An id that reads like a name: lower-case letters, figures and hyphens, or `fallback` where nothing is left. */
export function idFrom(name: string, fallback = "design"): string {
  const plain = name
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 38);
  return plain === "" ? fallback : plain;
}

/** The id, or the first of id-2, id-3 … that is not taken. */
export function freshId(wanted: string, taken: ReadonlySet<string>): string {
  if (!taken.has(wanted)) return wanted;
  for (let n = 2; ; n++) {
    const id = `${wanted.slice(0, 34)}-${n}`;
    if (!taken.has(id)) return id;
  }
}

/** The name, or the first of “name 2”, “name 3” … that is not taken; a number that it ends in counts on. */
export function numberedName(wanted: string, taken: ReadonlySet<string>): string {
  if (!taken.has(wanted)) return wanted;
  const stem = wanted.replace(/ \d{1,4}$/, "");
  for (let n = 2; ; n++) {
    const name = `${stem.slice(0, 74)} ${n}`;
    if (!taken.has(name)) return name;
  }
}

/** A new design with nothing in it, in all formats of the house style. */
export function blankDesign(id: string, name: string, house: House): Design {
  return {
    ...{ version: designVersion, id, name, about: "", formats: house.formats.map((format) => format.id) },
    ...{ length: { default: 6, min: 3, max: 20 }, cues: [], leave: "mirror", minStay: 0.8, leavePace: 0.8 },
    ...{ posterAt: 0.5, seed: 7, layers: [], finish: [], locale: "en", fields: [], notes: "" },
  };
}
