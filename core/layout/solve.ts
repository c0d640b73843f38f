import { assertNever } from "../assert-never";
import type { Bound, BoundLayer } from "../bind/types";
import { pxPerU } from "../document/format";
import type { Axis, BoxRef, Length } from "../document/place";
import type { Box } from "../geometry/box";
import { IssueError } from "../issue";
import type { FontBook } from "../type/font-book";
import { setText, type SetText } from "../type/set-text";

type Quantity = Axis | "x" | "y";
type Span = readonly [number, number];

/**
 * Finds the boxes of all layers, in u. Each quantity of each layer (width, height, x, y) is worked out once, when it
 * is first asked for; asking for one that is being worked out is a loop.
 */
export class Solver {
  private readonly byId: ReadonlyMap<string, BoundLayer>;
  private readonly known = new Map<string, number>();
  private readonly open: string[] = [];
  private readonly texts = new Map<string, SetText>();
  private readonly whole: Box;
  private readonly pixel: number;

  constructor(
    private readonly bound: Bound,
    private readonly book: FontBook,
  ) {
    this.byId = new Map(bound.layers.map((layer) => [layer.id, layer]));
    const scale = pxPerU(bound.format);
    this.whole = { x: 0, y: 0, width: bound.format.width / scale, height: bound.format.height / scale };
    this.pixel = 1 / scale;
  }

  box(layer: BoundLayer): Box {
    const value = (quantity: Quantity) => this.value(layer, quantity);
    return { x: value("x"), y: value("y"), width: value("width"), height: value("height") };
  }

  text(layer: BoundLayer & { kind: "text" }): SetText {
    let set = this.texts.get(layer.id);
    if (!set) {
      const { maxWidth, maxLines, shrinkTo } = layer.setting;
      const fixed = layer.width.kind === "natural" ? undefined : this.value(layer, "width");
      set = setText(
        {
          text: layer.text,
          style: layer.style,
          maxWidthU: fixed ?? (maxWidth === undefined ? Infinity : this.length(layer, maxWidth, "width")),
          maxLines,
          shrinkToU: shrinkTo ?? layer.style.size,
        },
        this.book,
      );
      this.texts.set(layer.id, set);
    }
    return set;
  }

  private value(layer: BoundLayer, quantity: Quantity): number {
    const key = `${layer.id} ${quantity}`;
    const known = this.known.get(key);
    if (known !== undefined) return known;
    if (this.open.includes(key)) {
      const loop = [...this.open.slice(this.open.indexOf(key)), key].map((entry) => entry.split(" ")[0]!);
      throw new IssueError({ code: "layout_loop", layers: loop.filter((id, i) => id !== loop[i - 1]) });
    }
    this.open.push(key);
    const value =
      quantity === "width" || quantity === "height" ? this.size(layer, quantity) : this.place(layer, quantity);
    this.open.pop();
    this.known.set(key, value);
    return value;
  }

  private size(layer: BoundLayer, axis: Axis): number {
    return Math.max(0, this.snap(layer, this.clamp(layer, axis, this.rawSize(layer, axis))));
  }

  private rawSize(layer: BoundLayer, axis: Axis): number {
    const size = layer[axis];
    switch (size.kind) {
      case "fixed":
        return size.u;
      case "share":
        return this.length(layer, size, axis);
      case "natural":
        return this.natural(layer, axis);
      case "ratio":
        return this.value(layer, axis === "width" ? "height" : "width") * size.ratio;
      case "around": {
        const span = this.spanOf(layer, axis);
        return span ? span[1] - span[0] + size.before + size.after : 0;
      }
      default:
        return assertNever(size);
    }
  }

  private clamp(layer: BoundLayer, axis: Axis, value: number): number {
    const { min, max } = layer[axis];
    const lower = min === undefined ? value : Math.max(value, this.length(layer, min, axis));
    return max === undefined ? lower : Math.min(lower, this.length(layer, max, axis));
  }

  private length(layer: BoundLayer, length: Length, axis: Axis): number {
    if (typeof length === "number") return length;
    return this.sideOf(layer, length.of, length.axis ?? axis) * length.share + length.plus;
  }

  private natural(layer: BoundLayer, axis: Axis): number {
    if (layer.kind === "text") return axis === "width" ? this.text(layer).widthU : this.text(layer).heightU;
    if (layer.kind === "picture" && layer.media.kind === "drawing") {
      // A drawing's own unit is a pixel of the format; usually one side is given and the other keeps the proportion.
      const other = axis === "width" ? "height" : "width";
      const { media } = layer;
      if (layer[other].kind === "natural") return media[axis] * this.pixel;
      return (this.value(layer, other) * media[axis]) / media[other];
    }
    return 0;
  }

  /** From the first edge to the last of the layers that this one goes around; undefined when all are absent. */
  private spanOf(layer: BoundLayer, axis: Axis): Span | undefined {
    const size = layer[axis];
    if (size.kind !== "around") return undefined;
    let span: Span | undefined;
    for (const id of size.layers) {
      const inner = this.byId.get(id);
      if (!inner) {
        if (this.bound.absent.has(id)) continue;
        throw new IssueError({ code: "reference_unknown", layer: layer.id, reference: id });
      }
      const start = this.value(inner, axis === "width" ? "x" : "y");
      const end = start + this.value(inner, axis);
      span = span ? [Math.min(span[0], start), Math.max(span[1], end)] : [start, end];
    }
    return span;
  }

  private place(layer: BoundLayer, quantity: "x" | "y"): number {
    const axis: Axis = quantity === "x" ? "width" : "height";
    const size = layer[axis];
    if (size.kind === "around") {
      const span = this.spanOf(layer, axis);
      const wanted = span ? span[1] - span[0] + size.before + size.after : 0;
      const start = span ? span[0] - size.before - (this.value(layer, axis) - wanted) * size.hold : 0;
      return this.snap(layer, start);
    }
    const { at, on, from, dx, dy } = layer.place;
    const origin = this.originOf(layer, on, quantity) + this.sideOf(layer, on, axis) * from[quantity];
    const own = this.value(layer, axis) * at[quantity];
    return this.snap(layer, origin - own + (quantity === "x" ? dx : dy));
  }

  /** Rectangles stand on whole pixels, so that their edges are crisp. */
  private snap(layer: BoundLayer, valueU: number): number {
    if (layer.kind !== "rectangle" || layer.turn !== 0) return valueU;
    return Math.round(valueU / this.pixel) * this.pixel;
  }

  private sideOf(layer: BoundLayer, ref: BoxRef, axis: Axis): number {
    const box = this.fixedBox(ref);
    if (box) return box[axis];
    const other = this.referred(layer, ref);
    return other === "absent" ? 0 : this.value(other, axis);
  }

  private originOf(layer: BoundLayer, ref: BoxRef, quantity: "x" | "y"): number {
    const box = this.fixedBox(ref);
    if (box) return box[quantity];
    const other = this.referred(layer, ref);
    return other === "absent" ? 0 : this.value(other, quantity);
  }

  private referred(layer: BoundLayer, ref: BoxRef): BoundLayer | "absent" {
    const id = ref === "group" ? layer.in : ref;
    const other = id === undefined ? undefined : this.byId.get(id);
    if (other) return other;
    if (id !== undefined && this.bound.absent.has(id)) return "absent";
    throw new IssueError({ code: "reference_unknown", layer: layer.id, reference: ref });
  }

  private fixedBox(ref: BoxRef): Box | undefined {
    const { width, height } = this.whole;
    const inset = (share: number): Box => ({
      x: width * share,
      y: height * share,
      width: width * (1 - 2 * share),
      height: height * (1 - 2 * share),
    });
    if (ref === "format") return this.whole;
    if (ref === "action-safe") return inset(this.bound.format.actionSafe);
    if (ref === "title-safe") return inset(this.bound.format.titleSafe);
    return undefined;
  }
}
