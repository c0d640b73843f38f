import { assertNever } from "../assert-never";
import type { Bound, BoundLayer, BoundText } from "../bind/types";
import { pxPerU } from "../document/format";
import type { Layer } from "../document/layer";
import type { LinkProperty, LinkSource } from "../document/link";
import type { Axis, BoxRef, Length } from "../document/place";
import type { Box } from "../geometry/box";
import { IssueError } from "../issue";
import { linkValue } from "../link/link";
import type { FontBook } from "../type/font-book";
import type { Timer } from "../document/keys";
import { setText, type SetText } from "../type/set-text";
import { writeTime } from "../type/write-time";
import { clearBox } from "./zones";

type Quantity = Axis | "x" | "y" | "size" | "turn" | "opacity" | "scale";

type Span = readonly [number, number];

/**
 * Finds the boxes of all layers, in u. Each quantity of each layer (width, height, x, y) is worked out once, when it
 * is first asked for; asking for one that is being worked out is a loop.
 */
export class Solver {
  private readonly byId: ReadonlyMap<string, BoundLayer>;
  private readonly known = new Map<string, number>();
  /** Quantities being worked out, in the order they were asked for. */
  private readonly open = new Set<string>();
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

  /** Turn in degrees, opacity and scale at rest, links included. */
  pose(layer: BoundLayer): { turn: number; opacity: number; scale: number } {
    const value = (quantity: Quantity) => this.value(layer, quantity);
    const opacity = Math.min(1, Math.max(0, value("opacity")));
    return { turn: value("turn"), opacity, scale: Math.max(0, value("scale")) };
  }

  text(layer: BoundText): SetText {
    let set = this.texts.get(layer.id);
    if (!set) {
      const { maxWidth, maxLines, shrinkTo } = layer.setting;
      const size = Math.min(200, Math.max(0.5, this.value(layer, "size")));
      const fixed = layer.width.kind === "natural" ? undefined : this.value(layer, "width");
      set = setText(
        {
          text: layer.timer ? this.widestOf(layer, layer.timer, size) : layer.text,
          style: { ...layer.style, size },
          stretches: layer.stretches,
          locale: this.bound.locale,
          maxWidthU: fixed ?? (maxWidth === undefined ? Infinity : this.length(layer, maxWidth, "width")),
          maxLines,
          // A smaller style may have been chosen since: nothing grows by being let shrink.
          shrinkToU: Math.min(shrinkTo ?? size, size),
        },
        this.book,
      );
      this.texts.set(layer.id, set);
    }
    return set;
  }

  /** The widest text that a timer will ever show, so that nothing moves as it counts. */
  private widestOf(layer: BoundText, timer: Timer, sizeU: number): string {
    const longest = writeTime(timer.pattern, this.bound.lengthS + (timer.mode === "clock" ? timer.fromS : 0));
    const written = [layer.text, longest].flatMap((text) =>
      Array.from({ length: 10 }, (_, figure) => text.replace(/\d/g, String(figure))),
    );
    const texts = timer.atZero === undefined ? written : [...written, timer.atZero];
    const widths = texts.map((text) => this.setAs(layer, text, sizeU).widthU);
    return texts[widths.indexOf(Math.max(...widths))]!;
  }

  /** Another text of the same layer on one line, at a given size: what a timer shows. */
  setAs(layer: BoundText, text: string, sizeU: number): SetText {
    const style = { ...layer.style, size: sizeU };
    const wide = { maxWidthU: Infinity, maxLines: 1, shrinkToU: sizeU };
    return setText({ text, style, stretches: layer.stretches, locale: this.bound.locale, ...wide }, this.book);
  }

  private value(layer: BoundLayer, quantity: Quantity): number {
    const key = `${layer.id} ${quantity}`;
    const known = this.known.get(key);
    if (known !== undefined) return known;
    if (this.open.has(key)) {
      const open = [...this.open];
      const loop = [...open.slice(open.indexOf(key)), key].map((entry) => entry.split(" ")[0]!);
      throw new IssueError({ code: "layout_loop", layers: loop.filter((id, i) => id !== loop[i - 1]) });
    }
    this.open.add(key);
    const value = this.work(layer, quantity);
    this.open.delete(key);
    this.known.set(key, value);
    return value;
  }

  private work(layer: BoundLayer, quantity: Quantity): number {
    switch (quantity) {
      case "width":
      case "height":
        return this.size(layer, quantity);
      case "x":
      case "y":
        return this.place(layer, quantity);
      case "size":
        return this.linked(layer, "size") ?? (layer.kind === "text" ? layer.style.size : 0);
      case "turn":
      case "opacity":
      case "scale":
        return this.linked(layer, quantity) ?? layer[quantity];
      default:
        return assertNever(quantity);
    }
  }

  /** What the layer's link gives for a property, at rest; undefined when no link sets it. */
  private linked(layer: BoundLayer, property: LinkProperty): number | undefined {
    const link = layer.links.find((entry) => entry.property === property);
    return link && linkValue(link, layer.id, (source) => this.read(layer, source));
  }

  /** A number of a box or layer at rest; moves shift nothing yet. */
  read(layer: BoundLayer, { of, read }: Omit<LinkSource, "name">): number {
    switch (read) {
      case "width":
      case "height":
        return this.sideOf(layer, of, read);
      case "x":
      case "y":
        return this.pointOf(layer, of, read, 0);
      case "shift-x":
      case "shift-y":
        return 0;
      default: {
        if (this.fixedBox(of)) return read === "turn" ? 0 : 1;
        const other = this.referred(layer, of);
        return "absent" in other ? (read === "turn" ? 0 : 1) : this.value(other, read);
      }
    }
  }

  private size(layer: BoundLayer, axis: Axis): number {
    const raw = this.linked(layer, axis) ?? this.rawSize(layer, axis);
    return Math.max(0, this.snap(layer, this.clamp(layer, axis, raw)));
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
        const others = size.widest.flatMap((id) => {
          const other = this.byId.get(id);
          if (!other && !this.bound.absent.has(id)) {
            throw new IssueError({ code: "reference_unknown", layer: layer.id, reference: id });
          }
          return other && other.id !== layer.id ? [this.wrapped(other, axis)] : [];
        });
        return Math.max(this.wrapped(layer, axis), ...others);
      }
      default:
        return assertNever(size);
    }
  }

  /** What an axis needs around its layers alone; its plain size when it is not fitted around any. */
  private wrapped(layer: BoundLayer, axis: Axis): number {
    const size = layer[axis];
    if (size.kind !== "around") return this.value(layer, axis);
    // Around one layer it does not matter where that one stands, so its place may depend on this size; nor around several
    // that stand at one place.
    const present = size.layers.flatMap((id) => this.byId.get(id) ?? []);
    if (present.length > 0 && atOnePlace(present)) {
      return Math.max(...present.map((inner) => this.value(inner, axis))) + size.before + size.after;
    }
    const span = this.spanOf(layer, axis);
    return span ? span[1] - span[0] + size.before + size.after : 0;
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
    if (layer.kind === "picture" && layer.media.kind !== "none") {
      // A picture's own unit is a pixel of the format; usually one side is given and the other keeps the proportion.
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
    const origin = this.pointOf(layer, on, quantity, from[quantity]);
    const own = this.value(layer, axis) * at[quantity];
    const offset = quantity === "x" ? (this.linked(layer, "dx") ?? dx) : (this.linked(layer, "dy") ?? dy);
    return this.snap(layer, origin - own + offset);
  }

  /** Rectangles stand on whole pixels, so that their edges are crisp. */
  private snap(layer: BoundLayer, valueU: number): number {
    if (layer.kind !== "rectangle" || layer.turn !== 0 || layer.slant !== 0) return valueU;
    return Math.round(valueU / this.pixel) * this.pixel;
  }

  private sideOf(layer: BoundLayer, ref: BoxRef, axis: Axis): number {
    const box = this.fixedBox(ref);
    if (box) return box[axis];
    const other = this.referred(layer, ref);
    return "absent" in other ? 0 : this.value(other, axis);
  }

  /** A point of a box along one axis, at a share of its side. */
  private pointOf(layer: BoundLayer, ref: BoxRef, quantity: "x" | "y", share: number): number {
    const axis: Axis = quantity === "x" ? "width" : "height";
    const box = this.fixedBox(ref);
    if (box) return box[quantity] + box[axis] * share;
    const other = this.referred(layer, ref);
    if (!("absent" in other)) return this.value(other, quantity) + this.value(other, axis) * share;
    // The rest closes up: what was tied to an absent layer is tied to what that one was tied to.
    const place = this.placeOfAbsent(other.absent, axis, new Set());
    return place ? this.pointOf(layer, place.on === "group" ? "format" : place.on, quantity, place.from[quantity]) : 0;
  }

  /** Where an absent layer would hang; one fitted around others hangs where the first of them does. */
  private placeOfAbsent(layer: Layer, axis: Axis, seen: Set<string>): Layer["place"] | undefined {
    if (seen.has(layer.id)) return undefined;
    seen.add(layer.id);
    const size = layer[axis];
    if (size.kind !== "around") return layer.place;
    const first = size.layers[0]!;
    const inner = this.bound.absent.get(first);
    if (inner) return this.placeOfAbsent(inner, axis, seen);
    return this.byId.get(first)?.place;
  }

  private referred(layer: BoundLayer, ref: BoxRef): BoundLayer | { absent: Layer } {
    const id = ref === "group" ? layer.in : ref;
    const other = id === undefined ? undefined : this.byId.get(id);
    if (other) return other;
    const absent = id === undefined ? undefined : this.bound.absent.get(id);
    if (absent) return { absent };
    if (id === undefined) throw new IssueError({ code: "group_missing", layer: layer.id });
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
    if (ref === "clear") return clearBox(this.bound.format, inset(this.bound.format.titleSafe));
    return undefined;
  }
}

/** Whether layers hang on the same point by the same point of theirs, whatever their sizes. */
const atOnePlace = ([first, ...others]: readonly BoundLayer[]): boolean =>
  others.length === 0 ||
  [first!, ...others].every(
    ({ place, links }) => links.length === 0 && JSON.stringify(place) === JSON.stringify(first!.place),
  );
