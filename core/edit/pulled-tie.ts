import type { Design } from "../document/design";
import type { Layer } from "../document/layer";
import type { Place } from "../document/place";
import { boxWords } from "../document/units";
import { intersectBox, type Box } from "../geometry/box";
import { guidesOf } from "./guides";
import { tenths } from "./inks";
import { setProperty } from "./property";

/*
 * What a layer that is pulled about would be tied to where it is let go: the panel under it, or the corner of the clear
 * area that it is nearest to. Whatever the formats' sizes, it then stands where it was meant to.
 */

/** A box that a layer may stand on, and where its own point goes. */
export interface Tie {
  readonly on: string;
  readonly at: Place["at"];
  readonly dx: number;
  readonly dy: number;
}

/** A layer counts as on a panel when so much of it lies over that. */
const mostlyShare = 0.6;
/** In the clear area it counts as soon as so much of it lies in there: a tie is what brings the rest in. */
const partlyShare = 0.25;
/** Of an area, this share from each side counts as near that side. */
const nearShare = 1 / 3;

const areaOf = ({ width, height }: Box): number => width * height;

/** A layer and all that hangs on it: by its place, or by its size. */
export function hangingOn(design: Design, id: string): Set<string> {
  const hang = new Set([id]);
  const leansOn = (layer: Layer): string[] => [
    layer.place.on,
    ...(layer.in === undefined ? [] : [layer.in]),
    ...[layer.width, layer.height].flatMap((size) =>
      size.kind === "around" ? size.layers : size.kind === "share" ? [size.of] : [],
    ),
  ];
  for (let grown = true; grown;) {
    grown = false;
    for (const layer of design.layers) {
      if (hang.has(layer.id) || !leansOn(layer).some((other) => hang.has(other))) continue;
      hang.add(layer.id);
      grown = true;
    }
  }
  return hang;
}

/** The side of a box that another is nearest to along an axis: 0 its start, 1 its end, 0.5 its middle. */
function sideOf(start: number, length: number, from: number, whole: number): 0 | 0.5 | 1 {
  const middle = (start + length / 2 - from) / Math.max(whole, 1e-9);
  return middle < nearShare ? 0 : middle > 1 - nearShare ? 1 : 0.5;
}

/** The tie of a box to another, by the point of both that is nearest. */
function tieTo(on: string, box: Box, to: Box): Tie {
  const x = sideOf(box.x, box.width, to.x, to.width);
  const y = sideOf(box.y, box.height, to.y, to.height);
  return {
    ...{ on, at: { x, y } },
    dx: tenths(box.x + box.width * x - (to.x + to.width * x)),
    dy: tenths(box.y + box.height * y - (to.y + to.height * y)),
  };
}

/** Where everything is while something is pulled, in u of the format that is looked at. */
export interface Surroundings {
  readonly boxes: ReadonlyMap<string, Box>;
  /** The safe area without what apps lay over it. */
  readonly clear: Box;
}

/** A box whose edge or middle is nearer to a guide than this, in u, has been put on it. */
const onGuideU = 0.06;

/** The tie of a box to a guide that it has been put on: that edge of it on the guide, along it as far as it is. */
function tieToGuide(design: Design, box: Box, boxes: ReadonlyMap<string, Box>): Tie | undefined {
  for (const { id, axis, box: line } of guidesOf(design, boxes)) {
    const [side, cross] = axis === "x" ? (["width", "y"] as const) : (["height", "x"] as const);
    const share = [0, 1, 0.5].find((at) => Math.abs(box[axis] + box[side] * at - line[axis]) < onGuideU);
    if (share === undefined) continue;
    const tie = tieTo(id, box, line);
    const along = axis === "x" ? { x: share, y: tie.at.y } : { x: tie.at.x, y: share };
    return { on: id, at: along, dx: cross === "x" ? tie.dx : 0, dy: cross === "y" ? tie.dy : 0 };
  }
  return undefined;
}

/** What a layer would be tied to that is let go in this box; undefined where it keeps the tie it has. */
export function tieOfPull(design: Design, id: string, box: Box, { boxes, clear }: Surroundings): Tie | undefined {
  const layer = design.layers.find((one) => one.id === id);
  // What is fitted around others goes where they go; what is in a group belongs there.
  if (!layer || layer.width.kind === "around" || layer.height.kind === "around" || layer.in !== undefined)
    return undefined;
  const hanging = hangingOn(design, id);
  const under = [...design.layers].reverse().find((other) => {
    const own = boxes.get(other.id);
    if (!own || hanging.has(other.id) || other.in !== undefined || other.hidden) return false;
    if (other.kind === "text" || other.kind === "group" || other.kind === "line") return false;
    return areaOf(own) > areaOf(box) && areaOf(intersectBox(own, box)) >= mostlyShare * areaOf(box);
  });
  const guide = tieToGuide(design, box, boxes);
  if (guide) return guide.on === layer.place.on && guide.dx === 0 && guide.dy === 0 ? undefined : guide;
  const { on, at, from } = layer.place;
  const differs = (tie: Tie) =>
    tie.on !== on || tie.at.x !== at.x || tie.at.y !== at.y || from.x !== at.x || from.y !== at.y;
  if (under) {
    const tie = tieTo(under.id, box, boxes.get(under.id)!);
    return under.id === on || !differs(tie) ? undefined : tie;
  }
  const held = boxes.get(on);
  // Beside, above or below another layer it stays with that; what stood on a panel and has left it does not.
  const stoodOn = held && Math.abs(from.x - at.x) < 1 && Math.abs(from.y - at.y) < 1;
  if (held && !stoodOn) return undefined;
  if (!held && !boxWords.has(on)) return undefined;
  if (areaOf(intersectBox(clear, box)) < partlyShare * areaOf(box)) return undefined;
  const tie = tieTo("clear", box, clear);
  return differs(tie) ? tie : undefined;
}

/** The tie to the clear area, by the nearest of its points, that holds a box within it. */
export function tieThatHolds(box: Box, clear: Box): Tie {
  const nearest = tieTo("clear", box, clear);
  // A corner's own point may be as far out as the box was; on the area itself it is in.
  const within = (at: number, by: number) => (at === 0 ? Math.max(0, by) : at === 1 ? Math.min(0, by) : 0);
  return { ...nearest, dx: within(nearest.at.x, nearest.dx), dy: within(nearest.at.y, nearest.dy) };
}

const across = { 0: "left", 0.5: "middle", 1: "right" } as const;
const down = { 0: "top", 0.5: "middle", 1: "bottom" } as const;

/** Where a tie holds a layer, in words. */
export function tieWords(
  { on, at }: Tie,
  nameOf: (layer: string) => string,
  isGuide: (layer: string) => boolean = () => false,
): string {
  const [x, y] = [across[at.x as 0 | 0.5 | 1], down[at.y as 0 | 0.5 | 1]];
  const point = x === y ? "middle" : y === "middle" ? `${x} side` : x === "middle" ? y : `${y} ${x}`;
  if (isGuide(on)) return `guide “${nameOf(on)}”, with its ${point}`;
  return on === "clear" ? `${point} of the clear area` : `${point} of ${nameOf(on)}`;
}

/** Ties a layer, for all formats or one of them. */
export function tie(design: Design, id: string, { on, at, dx, dy }: Tie, onlyIn?: string): void {
  const place = { on, at: { ...at }, from: { ...at }, dx, dy };
  setProperty(design, id, "place", place, onlyIn);
  if (onlyIn !== undefined) return;
  // What a single format had said about parts of another tie is not about this one; a whole place of its own stays.
  const layer = design.layers.find((one) => one.id === id);
  for (const own of Object.values(layer?.overrides ?? {}))
    for (const path of Object.keys(own)) if (path.startsWith("place.")) delete own[path];
}
