import { Design } from "../document/design";
import type { House } from "../document/house";
import type { SavedMove } from "../document/saved-move";
import { putSaved } from "../edit/saved-moves";

const lengthS = 3.2;

/**
 * While it comes, for at rest all are alike: as a share of the length. Moves ease out, so that most of a way is done early;
 * of a set one part comes after the other.
 */
function middleOf(saved: SavedMove): number {
  const coming = saved.parts.flatMap(({ moves }) => moves).filter(({ phase }) => phase === "arrive");
  const longestS = Math.max(0, ...coming.map(({ length }) => length ?? 0.6));
  const share = saved.parts.some(({ role }) => role !== undefined) ? 0.8 : 0.22;
  return coming.length === 0 ? 0.6 : Math.min(0.5, (share * longestS) / lengthS);
}

/** A small design that shows a saved move on a mark, a panel and a text: what its specimen plays. */
export function specimenOf(id: string, saved: SavedMove, house: House): Design {
  const ground = house.colours[0]!.role;
  const bright = (house.colours[3] ?? house.colours[1] ?? house.colours[0]!).role;
  const whole = saved.parts.some(({ role }) => role !== undefined);
  const at = (x: number, y: number) => ({ at: { x: 0.5, y: 0.5 }, on: "format", from: { x, y } });
  const around = (layer: string, pad: number) => ({ kind: "around", layers: [layer], before: pad, after: pad });
  const fixed = (u: number) => ({ kind: "fixed", u });
  const design = Design.parse({
    version: 2,
    id: "specimen",
    name: saved.name,
    formats: [house.formats[0]!.id],
    length: { default: lengthS, min: 0.5, max: 30 },
    posterAt: middleOf(saved),
    layers: [
      whole
        ? { ...box("panel", "Panel", ground), width: { ...around("words", 6), before: 18 }, height: around("words", 4) }
        : { ...box("panel", "Panel", ground), width: fixed(38), height: fixed(22), place: at(0.5, 0.5) },
      {
        ...{ id: "words", name: "Words", kind: "text", text: "In leaf", place: whole ? at(0.55, 0.5) : at(0.82, 0.5) },
        ...{ setting: { type: house.types[0]!.id, size: whole ? 15 : 12 }, fill: plain(whole ? bright : ground) },
      },
      {
        ...{ id: "mark", name: "Mark", kind: "picture", media: house.marks[0] ? `mark:${house.marks[0].id}` : "" },
        ...{ width: fixed(28), height: { kind: "ratio", ratio: 1 } },
        place: whole ? { at: { x: 0.5, y: 0.5 }, on: "panel", from: { x: 0, y: 0.5 } } : at(0.17, 0.5),
      },
    ],
  });
  putSaved(design, id, saved, ["panel", "words", "mark"]);
  return design;
}

const plain = (role: string) => ({ kind: "plain", colour: `house:${role}` });
const box = (id: string, name: string, role: string) => ({ id, name, kind: "rectangle", fill: plain(role) });
