import type { House } from "../document/house";
import type { CutLine, Mark, MarkVersion } from "../document/vector";
import { freshId, idFrom } from "./blank";

/** How much ink of a mark lies on each side of its lines: by sides, in any measure. */
export type InkBySides = ReadonlyMap<string, number>;

/** Less of a mark than this is no piece of it. */
const leastShare = 0.002;

/** A copy of plain data; of what is being changed too, which can't be cloned otherwise. */
const copied = <T>(data: T): T => JSON.parse(JSON.stringify(data)) as T;

const piecesOf = (house: House, id: string): Mark[] => house.marks.filter((mark) => mark.piece?.of === id);

/** Marks to choose from: pieces only show beside what they are pieces of, unless one is chosen already. */
export const wholeMarks = (house: House, ...chosen: readonly string[]): Mark[] =>
  house.marks.filter(({ id, piece }) => !piece || chosen.includes(id));

/** The pieces that lines make of a mark: on which sides of them there is anything, the most first. */
export function sidesWithInk(ink: InkBySides): string[] {
  const total = [...ink.values()].reduce((sum, much) => sum + much, 0);
  return [...ink]
    .filter(([, much]) => much > total * leastShare)
    .sort(([, a], [, b]) => b - a)
    .map(([sides]) => sides);
}

/**
 * Cuts a mark along lines, or anew where it was cut before: pieces keep their ids and so their places in designs, as far
 * as there are as many. What is a piece no more is told by its id; it is left as it was, since designs may show it.
 */
export function cutMark(house: House, id: string, lines: readonly CutLine[], ink: InkBySides): string[] {
  const whole = house.marks.find((mark) => mark.id === id);
  if (!whole || whole.piece) return [];
  if (lines.length === 0) delete whole.cuts;
  else whole.cuts = copied([...lines]);
  const known = piecesOf(house, id);
  const open = new Set(known);
  const wanted = lines.length === 0 ? [] : sidesWithInk(ink);
  const taken = new Set(house.marks.map((mark) => mark.id));
  const homes = new Map<string, Mark>();
  // The same sides first, then those that have become two, so that what is used stays where it is.
  for (const exact of [true, false]) {
    for (const sides of wanted) {
      if (homes.has(sides)) continue;
      const home = [...open].find(({ piece }) =>
        exact ? piece!.sides === sides : sides.startsWith(piece!.sides) || piece!.sides.startsWith(sides),
      );
      if (!home) continue;
      open.delete(home);
      homes.set(sides, home);
    }
  }
  for (const sides of wanted) {
    let home = homes.get(sides);
    if (!home) {
      const number = piecesOf(house, id).length + 1;
      const name = `${whole.name.slice(0, 70)}, part ${number}`;
      home = { id: freshId(idFrom(name, "part"), taken), name, piece: { of: id, sides, lines: [] } };
      taken.add(home.id);
      house.marks.push(home);
    }
    home.piece = { of: id, sides, lines: copied([...lines]) };
    dress(home, whole);
  }
  return [...open].map((mark) => mark.id);
}

/** A piece shows what the whole shows. */
function dress(piece: Mark, { drawing, picture, tint, onLight, onDark }: Mark): void {
  // Another mark is not cut along the same lines; another ink is.
  const inked = (version: MarkVersion | undefined) => (version && "ink" in version ? version : undefined);
  const shown = copied({ drawing, picture, tint, onLight: inked(onLight), onDark: inked(onDark) });
  for (const key of ["drawing", "picture", "tint", "onLight", "onDark"] as const) {
    if (shown[key] === undefined) delete piece[key];
    else Object.assign(piece, { [key]: shown[key] });
  }
}

/** Pieces follow what their mark has become; its lines stay where they are on it, in shares of its sides. */
export function refreshPieces(house: House, id: string): void {
  const whole = house.marks.find((mark) => mark.id === id);
  if (whole) for (const piece of piecesOf(house, id)) dress(piece, whole);
}

/** Lines over a picture that was another part of the same ground before, each box in the ground's own pixels. */
export function movedLines(
  lines: readonly CutLine[],
  from: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
  to: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
): CutLine[] {
  const clamped = (share: number) => Math.min(2, Math.max(-1, share));
  return lines.map(({ points, bent }) => ({
    bent,
    points: points.map(({ x, y }) => ({
      x: clamped((from.x + x * from.width - to.x) / to.width),
      y: clamped((from.y + y * from.height - to.y) / to.height),
    })),
  }));
}
