import { converter, formatHex8, parse as parseColour } from "culori";
import { multiply, type Matrix } from "@/core/geometry/matrix";
import { emptyBox } from "@/core/geometry/box";
import { boundsOf } from "@/core/media/ink";
import { Vector, type VectorMatte, type VectorShape } from "@/core/document/vector";
import type { z } from "zod";
import { mapped, outlineOf, transformOf } from "./geometry";
import { readTree, refuse, type SvgElement } from "./tree";

const toRgb = converter("rgb");

/** Elements that draw nothing where they stand. */
const apart: ReadonlySet<string> = new Set([
  ...["title", "desc", "metadata", "defs", "clipPath", "mask", "linearGradient", "radialGradient", "pattern", "filter"],
  ...["stop", "style", "symbol", "marker"],
]);
const drawing: ReadonlySet<string> = new Set([
  ...["svg", "g", "a", "switch", "path", "rect", "circle", "ellipse", "polygon", "polyline", "line"],
]);

/** Properties that pass on from an element to what is in it. */
const passing = [
  ...["fill", "fill-rule", "fill-opacity", "stroke", "stroke-width", "stroke-opacity", "stroke-linecap"],
  ...["stroke-linejoin", "stroke-dasharray", "clip-rule", "visibility", "color"],
] as const;
type Passing = Partial<Record<(typeof passing)[number], string>>;
type Matte = z.infer<typeof VectorMatte>;

interface Context {
  readonly matrix: Matrix;
  readonly passed: Passing;
  readonly opacity: number;
  readonly mattes: readonly Matte[];
}

export interface ReadSvg {
  readonly drawing: Vector;
  /** What of the file could not be kept as it was, in words. */
  readonly lost: readonly string[];
}

/**
 * Reads the outlines of an SVG file: what is filled and drawn, by which rule, inside which clip paths and masks. Throws
 * a Refusal that says what can't be taken.
 */
export function readSvg(text: string): ReadSvg {
  return new Reader(readTree(text)).read(false)!;
}

/** Whether an element draws something, itself or by what is in it. */
export const isDrawn = ({ name }: SvgElement): boolean => drawing.has(name);

/**
 * The drawing of an element tree; nothing where nothing in it is drawn, if that `mayBeEmpty`. Throws a Refusal that says
 * what can't be taken.
 */
export function readDrawing(root: SvgElement, mayBeEmpty: boolean): Vector | undefined {
  return new Reader(root).read(mayBeEmpty)?.drawing;
}

class Reader {
  private readonly byId = new Map<string, SvgElement>();
  private readonly shapes: VectorShape[] = [];
  private readonly lost = new Set<string>();

  constructor(private readonly root: SvgElement) {
    const visit = (element: SvgElement) => {
      if (element.attributes.id) this.byId.set(element.attributes.id, element);
      element.children.forEach(visit);
    };
    visit(root);
  }

  read(mayBeEmpty: boolean): ReadSvg | undefined {
    const { x, y, width, height } = sizeOf(this.root.attributes);
    this.draw(this.root, { matrix: [1, 0, 0, 1, -x, -y], passed: {}, opacity: 1, mattes: [] });
    if (this.shapes.length === 0) return mayBeEmpty ? undefined : refuse("nothing in it is drawn");
    if (this.shapes.length > 256) refuse("it has more than 256 shapes");
    const parsed = Vector.safeParse({ width, height, shapes: this.shapes });
    if (!parsed.success) refuse(parsed.error.issues[0]?.message ?? "it is not valid");
    return { drawing: parsed.data!, lost: [...this.lost] };
  }

  private draw(element: SvgElement, above: Context): void {
    const { name } = element;
    if (apart.has(name) || name.includes(":")) return;
    if (!drawing.has(name)) refuse(`“${name}” is not supported; convert it to outlines first`);
    const own = propertiesOf(element);
    if (own("display") === "none") return;
    if (own("filter") && own("filter") !== "none") this.lost.add("filters are left out");
    const passed = { ...above.passed };
    for (const key of passing) {
      const value = own(key);
      if (value !== undefined && value !== "inherit") passed[key] = value;
    }
    const matrix = multiply(above.matrix, transformOf(element.attributes.transform));
    const context = {
      ...{ matrix, passed, opacity: above.opacity * shareOf(own("opacity")) },
      mattes: [...above.mattes, ...this.mattesOf(element, own, matrix)],
    };
    if (context.opacity === 0) return;
    const d = outlineOf(element);
    if (d !== undefined) this.ink(element, d, context);
    for (const child of element.children) this.draw(child, context);
  }

  private ink(element: SvgElement, d: string, { matrix, passed, opacity, mattes }: Context): void {
    if (passed.visibility === "hidden" || passed.visibility === "collapse") return;
    const path = mapped(d, matrix);
    const cut = mattes.length > 0 ? { mattes: [...mattes] } : {};
    const fill = this.colourOf(passed.fill ?? "#000", passed, opacity * shareOf(passed["fill-opacity"]));
    if (fill !== undefined && element.name !== "line") {
      const rule = passed["fill-rule"] === "evenodd" ? ({ rule: "evenodd" } as const) : {};
      this.shapes.push({ d: path, colour: fill, ...rule, ...cut });
    }
    const line = this.colourOf(passed.stroke ?? "none", passed, opacity * shareOf(passed["stroke-opacity"]));
    const stroke = line === undefined ? undefined : this.strokeOf(passed, matrix);
    if (line !== undefined && stroke) this.shapes.push({ d: path, colour: line, stroke, ...cut });
  }

  private strokeOf(passed: Passing, [a, b, c, d]: Matrix): VectorShape["stroke"] {
    const scale = Math.sqrt(Math.abs(a * d - b * c));
    const width = lengthOf(passed["stroke-width"] ?? "1") * scale;
    if (!(width > 0.001)) return undefined;
    const skewed = Math.abs(Math.hypot(a, b) - Math.hypot(c, d)) > scale * 0.05;
    if (skewed) this.lost.add("lines of uneven width became even");
    const cap = passed["stroke-linecap"];
    const join = passed["stroke-linejoin"];
    const dash = (passed["stroke-dasharray"] ?? "none") === "none" ? [] : lengths(passed["stroke-dasharray"]!);
    return {
      width: Math.min(8192, width),
      cap: cap === "round" || cap === "square" ? cap : "butt",
      join: join === "round" || join === "bevel" ? join : "miter",
      dash: dash.slice(0, 8).map((side) => Math.min(8192, side * scale)),
    };
  }

  /** A paint as #rrggbbaa; undefined for none. Gradients are their first colour here. */
  private colourOf(paint: string, passed: Passing, opacity: number): string | undefined {
    if (paint === "none" || paint === "transparent" || opacity === 0) return undefined;
    const id = referenceOf(paint);
    let text = paint === "currentColor" ? (passed.color ?? "#000") : paint;
    if (id !== undefined) {
      this.lost.add("gradients and patterns became one colour");
      text = this.firstStop(id, 0) ?? "#000";
    }
    // Longer than any colour is.
    const parsed = text.length > 100 ? undefined : parseColour(text);
    if (!parsed) return refuse(`the colour “${text.slice(0, 40)}” is not known`);
    const rgb = toRgb(parsed);
    return formatHex8({ ...rgb, alpha: (rgb.alpha ?? 1) * opacity });
  }

  private firstStop(id: string, hops: number): string | undefined {
    const gradient = this.byId.get(id);
    if (!gradient || hops > 8) return undefined;
    const stop = gradient.children.find(({ name }) => name === "stop");
    if (stop) return propertiesOf(stop)("stop-color");
    const next = gradient.attributes["xlink:href"] ?? gradient.attributes.href;
    return next === undefined ? undefined : this.firstStop(next.trim().slice(1), hops + 1);
  }

  private mattesOf(element: SvgElement, own: (key: string) => string | undefined, matrix: Matrix): Matte[] {
    const clip = this.byId.get(referenceOf(own("clip-path")) ?? "");
    const mask = this.byId.get(referenceOf(own("mask")) ?? "");
    return [
      ...(clip?.name === "clipPath" ? this.clipOf(clip, element, matrix) : []),
      ...(mask?.name === "mask" ? this.maskOf(mask, element, matrix) : []),
    ];
  }

  private clipOf(clip: SvgElement, element: SvgElement, matrix: Matrix): Matte[] {
    if (propertiesOf(clip)("clip-path")) this.lost.add("clip paths inside clip paths are left out");
    const space = multiply(matrix, unitsOf(clip.attributes.clipPathUnits, element));
    const base = multiply(space, transformOf(clip.attributes.transform));
    const shapes = clip.children.flatMap((child) => {
      const d = outlineOf(child);
      if (d === undefined) return [];
      const rule = propertiesOf(child)("clip-rule") === "evenodd" ? ({ rule: "evenodd" } as const) : {};
      return [{ d: mapped(d, multiply(base, transformOf(child.attributes.transform))), ...rule, alpha: 1 }];
    });
    return matteOf("inside", shapes);
  }

  /** A mask lets through as much as it is light: light parts show, dark ones over them cut. */
  private maskOf(mask: SvgElement, element: SvgElement, matrix: Matrix): Matte[] {
    const base = multiply(matrix, unitsOf(mask.attributes.maskContentUnits, element));
    const light: Matte["shapes"] = [];
    const dark: Matte["shapes"] = [];
    const visit = (part: SvgElement, above: Matrix, fill: string) => {
      const own = propertiesOf(part);
      const space = multiply(above, transformOf(part.attributes.transform));
      const paint = own("fill") ?? fill;
      const d = outlineOf(part);
      const colour =
        d === undefined ? undefined : this.colourOf(paint, {}, shareOf(own("opacity")) * shareOf(own("fill-opacity")));
      if (d !== undefined && colour !== undefined) {
        const [r, g, b, a] = [1, 3, 5, 7].map((at) => parseInt(colour.slice(at, at + 2), 16) / 255) as [
          number,
          number,
          number,
          number,
        ];
        const lightness = (0.2126 * r + 0.7152 * g + 0.0722 * b) * a;
        const edge = { d: mapped(d, space), ...(own("fill-rule") === "evenodd" ? ({ rule: "evenodd" } as const) : {}) };
        if (lightness > 0.02) light.push({ ...edge, alpha: Math.min(1, lightness) });
        else dark.push({ ...edge, alpha: a });
        if (lightness > 0.02 && dark.length > 0) this.lost.add("a mask with light parts over dark ones is simplified");
      }
      for (const child of part.children) visit(child, space, paint);
    };
    for (const child of mask.children) visit(child, base, propertiesOf(mask)("fill") ?? "#000");
    return [...matteOf("inside", light), ...(dark.length > 0 ? matteOf("outside", dark) : [])];
  }
}

function matteOf(keep: Matte["keep"], shapes: Matte["shapes"]): Matte[] {
  if (shapes.length > 64) refuse("a clip path or mask has more than 64 shapes");
  // Inside of nothing nothing shows: a shape that is nowhere.
  return [{ keep, shapes: shapes.length > 0 ? shapes : [{ d: "M0 0Z", alpha: 1 }] }];
}

/** The map for what is measured by an element's own box. */
function unitsOf(units: string | undefined, element: SvgElement): Matrix {
  const d = units === "objectBoundingBox" ? outlineOf(element) : undefined;
  if (d === undefined) return [1, 0, 0, 1, 0, 0];
  const { x, y, width, height } = boundsOf({ d: mapped(d, [1, 0, 0, 1, 0, 0]) }) ?? emptyBox;
  return [width, 0, 0, height, x, y];
}

const referenceOf = (text: string | undefined): string | undefined => /^url\(\s*['"]?#([^'")]+)/.exec(text ?? "")?.[1];

/** Properties of a style attribute win over attributes of the same name. */
function propertiesOf({ attributes }: SvgElement): (key: string) => string | undefined {
  const style = new Map(
    (attributes.style ?? "")
      .split(";")
      .map((rule) => rule.split(":").map((part) => part.trim()) as [string, string | undefined])
      .filter(([key, value]) => key !== "" && value !== undefined),
  );
  return (key) => style.get(key)?.replace(/\s*!important$/, "") ?? attributes[key]?.trim();
}

function shareOf(text: string | undefined): number {
  const value = text?.endsWith("%") ? parseFloat(text) / 100 : parseFloat(text ?? "1");
  return Number.isFinite(value) ? Math.min(1, Math.max(0, value)) : 1;
}

const lengthOf = (text: string): number => parseFloat(text) || 0;
const lengths = (text: string): number[] =>
  text
    .split(/[\s,]+/)
    .map(lengthOf)
    .filter((side) => side >= 0);

function sizeOf({ viewBox, width, height }: SvgElement["attributes"]) {
  const box =
    viewBox
      ?.trim()
      .split(/[\s,]+/)
      .map(Number) ?? [];
  if (box.length === 4 && box.every(Number.isFinite) && box[2]! > 0 && box[3]! > 0) {
    return { x: box[0]!, y: box[1]!, width: box[2]!, height: box[3]! };
  }
  const side = (text: string | undefined) => (text && /^[\d.]{1,12}(px)?$/.test(text) ? parseFloat(text) : 0);
  const [w, h] = [side(width), side(height)];
  return w > 0 && h > 0 ? { x: 0, y: 0, width: w, height: h } : refuse("it has no size");
}
