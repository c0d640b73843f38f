import type { BoundFill, BoundText } from "../bind/types";
import { about, multiply, rotation, scaling, shifted, shiftedFirst, type Matrix } from "../geometry/matrix";
import type { TextContent } from "../layout/types";
import type { TextPart } from "../type/parts";
import { saidBy } from "../type/ranges";
import type { SetText } from "../type/set-text";
import { snapMatrix, snapShare } from "./key";
import type { Posed } from "./pose";
import type { LayerState } from "./state";
import { drawnPart, edgeOp, fillOp, mirrorFill, placed, sized, strokeOps } from "./steps";
import { layerOp, type FillOp, type MatteOp, type PaintOp } from "./types";

/** A text as one, or part by part where its parts move by themselves. */
export function textOps(posed: Posed, layer: BoundText, content: TextContent, turnedRound: boolean): PaintOp[] {
  const { parts } = posed.state;
  const ink = new TextInk(layer, posed, turnedRound);
  if (!parts) return ink.whole(content);
  return parts.list.flatMap((part, k) => ink.part(part, parts.states[k]!));
}

class TextInk {
  private readonly own: BoundFill;
  private readonly looks: SetText["looks"];

  constructor(
    private readonly layer: BoundText,
    private readonly posed: Posed,
    private readonly turnedRound: boolean,
  ) {
    this.own = mirrorFill(layer.fill, turnedRound);
    const { content } = posed.still;
    this.looks = content.kind === "text" ? content.set.looks : [];
  }

  whole({ outline }: TextContent): PaintOp[] {
    const { layer, posed } = this;
    const matrix = placed(posed, posed.still.box);
    const stroke = layer.stroke
      ? strokeOps(
          drawnPart(layer.stroke, posed.state),
          outline.whole,
          outline.whole,
          matrix,
          sized(posed.still.box),
          this.turnedRound,
        )
      : [];
    const [grounds, letters] = [this.grounds(outline, matrix), this.letters(outline, matrix)];
    // An outer line lies below, so that it never eats into thin strokes.
    return layer.stroke?.side === "outside" ? [...grounds, ...stroke, ...letters] : [...grounds, ...letters, ...stroke];
  }

  part(part: TextPart, state: LayerState): PaintOp[] {
    if (state.opacity <= 0 || state.scale <= 0) return [];
    const { box } = this.posed.still;
    const pivot = state.pivot ?? { x: 0.5, y: 0.5 };
    const x = box.x + part.box.x + part.box.width * pivot.x;
    const y = box.y + part.box.y + part.box.height * pivot.y;
    const turned = about(x, y, multiply(rotation(state.turn), scaling(state.scale, state.scale)));
    const world = multiply(this.posed.world, shifted(turned, state.dx, state.dy));
    const matrix = snapMatrix(shiftedFirst(world, box.x, box.y));
    const ops = [...this.grounds(part, matrix), ...this.letters(part, matrix)];
    const mattes: MatteOp[] = state.clips.map((clip) => ({
      ops: [edgeOp(clip, clip.moves ? world : this.posed.world)],
      keep: "inside",
    }));
    for (const { angle, share } of state.grows) {
      const clip = { ...grownEdge(part, box, angle, share), angle, moves: true, soft: 0 };
      mattes.push({ ops: [edgeOp(clip, world)], keep: "inside" });
    }
    const opacity = snapShare(state.opacity);
    const blur = (state.blur * Math.sqrt(Math.abs(world[0] * world[3] - world[1] * world[2]))) / 2;
    if (mattes.length > 0 || blur > 0.05)
      return [layerOp(ops, { opacity, mattes, blur: Math.round(blur * 100) / 100 })];
    return ops.map((op) => ({ ...op, opacity: op.opacity * opacity }));
  }

  private grounds({ grounds }: Pick<TextPart, "grounds">, matrix: Matrix): FillOp[] {
    return grounds.flatMap(({ stretch, path }) => {
      const colour = this.layer.stretches[stretch]?.groundColour;
      return colour ? [fillOp(path, matrix, path.bounds, { kind: "plain", colour })] : [];
    });
  }

  private letters({ pieces }: Pick<TextPart, "pieces">, matrix: Matrix): FillOp[] {
    const area = sized(this.posed.still.box);
    return pieces.flatMap(({ stretch, path }) => {
      const colour = saidBy(this.looks[stretch], this.layer.stretches, "colour");
      const fill: BoundFill = colour ? { kind: "plain", colour } : this.own;
      return path.commands.length > 0 ? [fillOp(path, matrix, area, fill)] : [];
    });
  }
}

/** Where a part ends that has grown so far, in u. */
function grownEdge(part: TextPart, at: { x: number; y: number }, angle: number, share: number) {
  const radians = (angle * Math.PI) / 180;
  const [cos, sin] = [Math.cos(radians), Math.sin(radians)];
  const { x, y, width, height } = part.box;
  const middle = (at.x + x + width / 2) * cos + (at.y + y + height / 2) * sin;
  const reach = (Math.abs(width * cos) + Math.abs(height * sin)) / 2;
  const edge = middle - reach + 2 * reach * share;
  return { x: cos * edge, y: sin * edge };
}
