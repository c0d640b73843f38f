import type { Design } from "../document/design";
import type { House } from "../document/house";
import { blankDesign } from "../edit/blank";
import { exposeWanted } from "../edit/expose";
import { freshMoveIds } from "../edit/moves";
import { applySet } from "../motion/sets";
import type { Beginning } from "./define";
import { badge, bands, countdown, dial, outline, post, split } from "./shapes";
import { caption, nameAndRole, oneLine } from "./words";

/** All graphics to begin with, in the order in which they are offered. */
export const beginnings = {
  "one-line": oneLine,
  "two-lines": nameAndRole,
  "badge-bar": badge,
  caption,
  bands,
  outline,
  dial,
  countdown,
  split,
  post,
} as const satisfies Readonly<Record<string, Beginning>>;
export type BeginningId = keyof typeof beginnings;
export const beginningIds = Object.keys(beginnings) as [BeginningId, ...BeginningId[]];

/** Adds a beginning to a design, with its motion and its fields; gives the ids of its layers. */
export function addBeginning(design: Design, house: House, id: BeginningId): string[] {
  const { build, motion } = beginnings[id];
  const made = build({ design, house });
  const still = new Set(made.filter((layer) => !design.layers.some((one) => one.id === layer && keepsItsMoves(one))));
  applySet(design, motion, freshMoveIds(design), { only: still });
  exposeWanted(design, house, made);
  return made;
}

/** What shows the time comes as it was put in: its ring and figures belong together. */
const keepsItsMoves = ({ meter, ...layer }: Design["layers"][number]): boolean =>
  meter !== undefined || (layer.kind === "text" && layer.timer !== undefined) || layer.name === "Track";

/** A new design that begins so. */
export function designFrom(begins: BeginningId, id: string, name: string, house: House): Design {
  const design: Design = blankDesign(id, name, house);
  addBeginning(design, house, begins);
  if (begins === "caption") design.leave = "together";
  return design;
}
