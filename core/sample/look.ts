import type { BoundLayer } from "../bind/types";
import type { Finish } from "../document/finish";
import { isEmptyBox, type Box } from "../geometry/box";
import { multiply, rotation, translation, type Matrix } from "../geometry/matrix";
import { makePath, type Path } from "../geometry/path";
import type { Still } from "../layout/types";
import { opsBounds } from "./bounds";
import { silhouette } from "./content";
import { snapMatrix, snapShare, snapU } from "./key";
import type { Posed } from "./pose";
import { boxPath, edgeOp, fillOp, halfPlane, halfPlaneOp, placed, sized } from "./steps";
import { layerOp, type FillOp, type FinishOp, type LayerOp, type MatteOp, type PaintOp, type UnderOp } from "./types";

/** Where a layer looks up the others it is matted by. */
export interface Surroundings {
  readonly still: Still;
  readonly timeS: number;
  readonly find: (layer: string) => Posed | undefined;
  readonly layersIn: (group: string) => readonly Posed[];
  /** Everything a layer paints, as it is seen. */
  readonly opsOf: (posed: Posed) => PaintOp[];
}

/** Wraps what a layer paints into everything it wears: mattes, shadows, blur, gleam, blend, opacity, finish. */
export function dress(posed: Posed, ops: PaintOp[], around: Surroundings): PaintOp[] {
  if (ops.length === 0) return [];
  const { layer } = posed.still;
  const opacity = snapShare(posed.still.opacity * posed.state.opacity);
  const scale = scaleOf(posed.world);
  const mattes = mattesOf(posed, ops, around);
  if (mattes === "hides") return [];
  const special: Omit<LayerOp, "kind" | "ops"> = {
    opacity,
    blend: layer.blend,
    atop: gleamOps(posed, around.still.turnedRound),
    blur: hundredth(((layer.blur + posed.state.blur) * scale) / 2),
    finish: finishOps(finishesOf(posed), around.still, around.timeS),
    mattes,
    under: undersOf(posed, scale, around.still.turnedRound),
  };
  const [only] = ops;
  const plain =
    special.blend === "normal" &&
    special.blur === 0 &&
    special.atop.length + special.finish.length + mattes.length + special.under.length === 0;
  // A group is always isolated: what is blended inside it is blended with what is inside it.
  const blends = layer.kind === "group" && blended(ops);
  if (plain && opacity === 1 && !blends) return ops;
  if (plain && !blends && only && "opacity" in only && ops.length === 1)
    return [{ ...only, opacity: only.opacity * opacity }];
  return [layerOp(ops, special)];
}

/** Whether any of these steps is laid otherwise than plainly over what is below. */
export const blended = (ops: readonly PaintOp[]): boolean =>
  ops.some((op) => (op.kind === "layer" ? op.blend !== "normal" : op.kind === "mean" && op.samples.some(blended)));

/** How many times larger a map draws, on average. */
const scaleOf = (m: Matrix): number => Math.sqrt(Math.abs(m[0] * m[3] - m[1] * m[2]));
const hundredth = (value: number): number => Math.round(value * 100) / 100;

const warm = { r: 255, g: 243, b: 208, a: 1 };

/** A group's own finishes, and the glitch of a move. */
function finishesOf({ still: { layer }, state }: Posed): readonly Finish[] {
  const own = layer.kind === "group" ? layer.finish : [];
  if (state.glitch <= 0) return own;
  const much = Math.min(2, state.glitch);
  return [...own, { kind: "glitch", slices: 40, shift: snapU(3 * much), split: snapU(0.8 * much), rate: 12 }];
}

function undersOf({ still, state }: Posed, scale: number, turnedRound: boolean): UnderOp[] {
  const { shadow, glow } = still.layer;
  const unders: UnderOp[] = [];
  const strength = snapShare(((glow?.strength ?? 0) + state.glow) / 4) * 4;
  if (strength > 0) {
    // A layer without a glow of its own swells in warm light.
    const { softness, colour } = glow ?? { softness: 3, colour: warm };
    unders.push({ dx: 0, dy: 0, soft: hundredth((softness * scale) / 2), colour, strength });
  }
  if (shadow) {
    // Whole pixels: a shadow half a pixel off would be smoothed differently from place to place.
    const dx = Math.round(shadow.dx * scale * (turnedRound ? -1 : 1));
    const dy = Math.round(shadow.dy * scale);
    unders.push({ dx, dy, soft: hundredth((shadow.softness * scale) / 2), colour: shadow.colour, strength: 1 });
  }
  return unders;
}

/** Finishes with their lengths in pixels and the pattern that is due at this instant. */
export function finishOps(finishes: readonly Finish[], still: Still, timeS: number): FinishOp[] {
  const px = (u: number) => Math.round(u * still.pxPerU * 64) / 64;
  return finishes.map((finish, i): FinishOp => {
    const seed = still.seed * 31 + i;
    // A hair early, so that an instant that is a pattern's very start never falls to the one before.
    const index = "rate" in finish ? Math.floor(timeS * finish.rate + 1e-6) : 0;
    const common = { seed, index, rows: still.format.height };
    switch (finish.kind) {
      case "grain":
        return { ...finish, size: Math.max(1, Math.round(px(finish.size))), ...common };
      case "glow":
        return { ...finish, radius: px(finish.radius), ...common };
      case "glitch":
        return { ...finish, shift: px(finish.shift), split: px(finish.split), ...common };
    }
  });
}

const band: Path = makePath("band", [["M", -0.5, 0], ["L", 0.5, 0], ["L", 0.5, 1], ["L", -0.5, 1], ["Z"]]);

/** The band of light of a layer's own, or the one a move sends across. */
function gleamOps(posed: Posed, turnedRound: boolean): FillOp[] {
  const { shown, still, state } = posed;
  const own = still.layer.gleam;
  if (!shown || !(own || state.gleam)) return [];
  const band = own ?? { angle: 20, width: Math.max(3, shown.width * 0.16), at: 0, colour: warm, strength: 0.55 };
  const { at, strength } = state.gleam ?? band;
  return at <= 0 || at >= 1 ? [] : [gleamOp(posed, shown, { ...band, at, strength }, turnedRound)];
}

/** The band of light: a soft stripe across the layer's box, leaning. */
function gleamOp(posed: Posed, box: Box, gleam: NonNullable<BoundLayer["gleam"]>, turnedRound: boolean): FillOp {
  const slant = Math.tan((gleam.angle * Math.PI) / 180) * (turnedRound ? -1 : 1);
  const lean = slant * box.height;
  const reach = box.width + gleam.width + Math.abs(lean);
  const travelled = turnedRound ? 1 - gleam.at : gleam.at;
  const centre = box.x - (gleam.width + Math.abs(lean)) / 2 + travelled * reach;
  const skewed: Matrix = [gleam.width, 0, -lean, box.height, centre + lean / 2, box.y];
  const faint = (share: number) => ({ ...gleam.colour, a: gleam.colour.a * gleam.strength * share });
  // Five stops of a bell, so that neither side shows an edge.
  const stops = [0, 0.25, 0.5, 0.75, 1].map((at) => ({ at, colour: faint(Math.sin(Math.PI * at) ** 2) }));
  const fill = { kind: "linear" as const, angle: 0, stops };
  return fillOp(band, snapMatrix(multiply(posed.world, skewed)), { x: -0.5, y: 0, width: 1, height: 1 }, fill);
}

/** All mattes of a layer, without those that cut nothing; "hides" when one leaves nothing to see. */
function mattesOf(posed: Posed, ops: readonly PaintOp[], around: Surroundings): MatteOp[] | "hides" {
  const { layer, content } = posed.still;
  const mattes: MatteOp[] = posed.state.clips.map((clip) => ({
    ops: [edgeOp(clip, clip.moves ? posed.world : posed.parent)],
    keep: "inside",
  }));
  if (layer.kind === "group" && layer.clip) mattes.push(ownMatte(posed));
  // Only a shape can be redrawn smaller; everything else is cut where it has not grown yet.
  if (posed.state.grows.length > 0 && content.kind !== "shape") mattes.push(ownMatte(posed));
  for (const matte of layer.mattes) {
    const other = around.find(matte.layer);
    if (!other) continue; // absent for these values: nothing to show inside or outside of
    if (matte.by === "edge") {
      mattes.push({ ops: [halfPlaneOp(edgeOf(other, matte, around.still.turnedRound))], keep: "inside" });
      continue;
    }
    const shape = matte.by === "alpha" ? around.opsOf(other) : silhouette(other, around.layersIn);
    if (matte.keep === "inside" && isEmptyBox(opsBounds(shape))) return "hides";
    if (shape.length > 0) mattes.push({ ops: shape, keep: matte.keep });
  }
  if (mattes.length === 0) return mattes;
  const bounds = opsBounds(ops);
  return mattes.filter((matte) => matte.keep === "outside" || !holds(matte.ops, bounds));
}

/** The layer's own box, as far as it has grown. */
function ownMatte(posed: Posed): MatteOp {
  const shown = posed.shown!;
  return { ops: [fillOp(boxPath(shown), placed(posed, shown), sized(shown))], keep: "inside" };
}

/** The half plane on the kept side of a layer's edge. */
function edgeOf(other: Posed, matte: { edge: string; keep: string }, turnedRound: boolean): Matrix {
  const box = other.shown ?? { ...other.still.box, width: 0 };
  const side = turnedRound ? ({ left: "right", right: "left" }[matte.edge] ?? matte.edge) : matte.edge;
  const level = side === "left" || side === "right";
  const x = side === "right" ? box.x + box.width : box.x;
  const y = side === "bottom" ? box.y + box.height : box.y;
  const before = (matte.keep === "before") !== (turnedRound && level);
  const angle = level ? (before ? 0 : 180) : before ? 90 : 270;
  return multiply(other.world, multiply(translation(x, y), rotation(angle)));
}

/** Whether an upright rectangle surely covers a box with a pixel to spare, so that matting by it changes nothing. */
function holds(ops: readonly PaintOp[], box: Box): boolean {
  const [op] = ops;
  if (op?.kind !== "fill" || ops.length > 1) return false;
  // What is half-clear cuts by half, wherever it lies.
  if (op.fill.kind !== "plain" || op.fill.colour.a < 1 || op.opacity < 1) return false;
  const inner = op.path === halfPlane ? op.path.bounds : squareInside(op.path);
  const [a, b, c, d, e, f] = op.matrix;
  const level = b === 0 && c === 0;
  const upright = a === 0 && d === 0;
  if (!inner || !(level || upright)) return false;
  const xs = [inner.x, inner.x + inner.width].map((v) => (level ? a * v + e : b * v + f));
  const ys = [inner.y, inner.y + inner.height].map((v) => (level ? d * v + f : c * v + e));
  const [h, v] = level ? [xs, ys] : [ys, xs];
  return (
    box.x >= Math.min(...h) + 1 &&
    box.y >= Math.min(...v) + 1 &&
    box.x + box.width <= Math.max(...h) - 1 &&
    box.y + box.height <= Math.max(...v) - 1
  );
}

/** The part of a rectangle's outline that its corners leave alone, over the full width; undefined for other paths. */
function squareInside(path: Path): Box | undefined {
  if (!path.id.startsWith("r") || path.id.includes("/")) return undefined;
  const [, , ...corners] = path.id.slice(1).split(",");
  const deep = Math.max(...[0, 2, 4, 6].map((i) => Number(corners[i] ?? 0)));
  const { x, y, width, height } = path.bounds;
  return { x, y: y + deep, width, height: height - 2 * deep };
}

/** A group of steps under the finishes of the whole design. */
export function finished(ops: PaintOp[], still: Still, timeS: number): PaintOp[] {
  if (still.finish.length === 0 || ops.length === 0) return ops;
  return [layerOp(ops, { finish: finishOps(still.finish, still, timeS) })];
}
