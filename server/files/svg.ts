import { converter, formatHex8, parse } from "culori";
import { SaxesParser, type SaxesTagPlain } from "saxes";
import svgpath from "svgpath";
import { Vector } from "@/core/document/vector";
import { Refusal } from "@/server/refusal";

const toRgb = converter("rgb");
const refuse = (why: string): never => {
  throw new Refusal(422, "svg", `This SVG can’t be taken: ${why}.`);
};

/** Elements that draw nothing themselves and are safe to pass over with all that is in them. */
const skipped = new Set([
  "title",
  "desc",
  "metadata",
  "defs",
  "clipPath",
  "mask",
  "linearGradient",
  "radialGradient",
  "stop",
  "style",
]);
const drawing = new Set(["svg", "g", "path", "rect", "circle", "ellipse", "polygon", "polyline", "line"]);
const mostElements = 3000;

interface Inherited {
  readonly transform: string;
  readonly fill: string;
  readonly opacity: number;
}

type Attributes = Readonly<Record<string, string>>;

/**
 * Reads the filled outlines of an SVG file and nothing else: no script, no reference to elsewhere, no entities, no
 * embedded pictures or pages. Throws a Refusal that says what can't be taken.
 */
export function readSvg(text: string): Vector {
  // Entities can grow without end and reach for other files; no drawing program needs them.
  if (/<!(DOCTYPE|ENTITY)/i.test(text)) refuse("it declares its own entities or document type");
  const gradients = firstStops(text);
  const parser = new SaxesParser({ xmlns: false });
  const shapes: { d: string; colour: string }[] = [];
  const stack: Inherited[] = [{ transform: "", fill: "#000000", opacity: 1 }];
  let size: { width: number; height: number; x: number; y: number } | undefined;
  let passing = 0;
  let elements = 0;
  parser.on("error", (error) => refuse(error.message.split("\n")[0]!));
  parser.on("opentag", (tag: SaxesTagPlain) => {
    if (++elements > mostElements) refuse(`it has more than ${mostElements} parts`);
    const name = tag.name.replace(/^svg:/, "");
    checkAttributes(name, tag.attributes);
    if (passing > 0 || skipped.has(name)) {
      passing += 1;
      return;
    }
    if (name.includes(":")) {
      passing = 1;
      return;
    }
    if (!drawing.has(name)) refuse(`“${name}” is not taken; convert it to outlines first`);
    if (name === "svg" && size === undefined) size = sizeOf(tag.attributes);
    const look = inherit(stack[stack.length - 1]!, tag.attributes);
    stack.push(look);
    const d = outlineOf(name, tag.attributes);
    if (d === undefined) return;
    const colour = colourOf(look, gradients);
    if (!colour) return;
    let path = svgpath(d);
    if ("err" in path && path.err) refuse("an outline can’t be read");
    if (look.transform !== "") path = path.transform(look.transform);
    const moved = path
      .abs()
      .translate(-(size?.x ?? 0), -(size?.y ?? 0))
      .round(3)
      .toString();
    if (moved.length > 20000) refuse("one of its outlines is too long");
    shapes.push({ d: moved, colour });
  });
  parser.on("closetag", () => {
    if (passing > 0) passing -= 1;
    else stack.pop();
  });
  parser.write(text).close();
  if (!size) refuse("it is no SVG drawing");
  if (shapes.length === 0) refuse("nothing in it is filled; convert strokes to outlines first");
  const parsed = Vector.safeParse({ width: size!.width, height: size!.height, shapes });
  if (!parsed.success) refuse(parsed.error.issues[0]?.message ?? "it is not valid");
  return parsed.data!;
}

function checkAttributes(name: string, attributes: Attributes): void {
  if (/^(script|foreignObject|iframe|image|use|animate|set|handler)$/i.test(name)) refuse(`it holds “${name}”`);
  for (const [key, value] of Object.entries(attributes)) {
    if (/^on/i.test(key)) refuse("it holds a script");
    if (/(^|:)href$/i.test(key) && !value.trim().startsWith("#")) refuse("it refers to something outside the file");
    if (/url\(\s*['"]?(?!#)/i.test(value)) refuse("it refers to something outside the file");
    if (/javascript:|data:/i.test(value)) refuse("it holds a script or embedded data");
  }
}

function sizeOf({ viewBox, width, height }: Attributes) {
  const box =
    viewBox
      ?.trim()
      .split(/[\s,]+/)
      .map(Number) ?? [];
  if (box.length === 4 && box.every(Number.isFinite) && box[2]! > 0 && box[3]! > 0) {
    return { x: box[0]!, y: box[1]!, width: box[2]!, height: box[3]! };
  }
  const side = (text: string | undefined) => (text && /^[\d.]+(px)?$/.test(text) ? parseFloat(text) : 0);
  const [w, h] = [side(width), side(height)];
  return w > 0 && h > 0 ? { x: 0, y: 0, width: w, height: h } : refuse("it has no size");
}

/** Properties of a style attribute win over attributes of the same name. */
function inherit(above: Inherited, attributes: Attributes): Inherited {
  const style = new Map(
    (attributes.style ?? "")
      .split(";")
      .map((rule) => rule.split(":").map((part) => part.trim()) as [string, string])
      .filter(([key, value]) => key && value),
  );
  const of = (key: string) => style.get(key) ?? attributes[key];
  const number = (text: string | undefined) => {
    const value = text?.endsWith("%") ? parseFloat(text) / 100 : parseFloat(text ?? "1");
    return Number.isFinite(value) ? Math.min(1, Math.max(0, value)) : 1;
  };
  const hidden = of("display") === "none" || of("visibility") === "hidden";
  const fill = of("fill");
  return {
    transform: `${above.transform} ${attributes.transform ?? ""}`.trim(),
    fill: fill === undefined || fill === "inherit" ? above.fill : fill === "currentColor" ? "#000000" : fill,
    opacity: hidden ? 0 : above.opacity * number(of("opacity")) * number(of("fill-opacity")),
  };
}

function outlineOf(name: string, a: Attributes): string | undefined {
  const n = (key: string) => parseFloat(a[key] ?? "0") || 0;
  const oval = (cx: number, cy: number, rx: number, ry: number) =>
    rx > 0 && ry > 0
      ? `M${cx - rx} ${cy}A${rx} ${ry} 0 1 0 ${cx + rx} ${cy}A${rx} ${ry} 0 1 0 ${cx - rx} ${cy}Z`
      : undefined;
  switch (name) {
    case "path":
      return a.d?.trim() || undefined;
    case "rect": {
      const [x, y, w, h] = [n("x"), n("y"), n("width"), n("height")];
      const rx = Math.min(w / 2, n("rx") || n("ry"));
      const ry = Math.min(h / 2, n("ry") || n("rx"));
      if (w <= 0 || h <= 0) return undefined;
      if (rx <= 0 || ry <= 0) return `M${x} ${y}h${w}v${h}h${-w}Z`;
      const arc = (dx: number, dy: number) => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`;
      return `M${x + rx} ${y}h${w - 2 * rx}${arc(rx, ry)}v${h - 2 * ry}${arc(-rx, ry)}h${2 * rx - w}${arc(-rx, -ry)}v${2 * ry - h}${arc(rx, -ry)}Z`;
    }
    case "circle":
      return oval(n("cx"), n("cy"), n("r"), n("r"));
    case "ellipse":
      return oval(n("cx"), n("cy"), n("rx"), n("ry"));
    case "polygon":
    case "polyline": {
      const points = (a.points ?? "")
        .trim()
        .split(/[\s,]+/)
        .map(Number);
      return points.length >= 6 && points.every(Number.isFinite) ? `M${points.join(" ")}Z` : undefined;
    }
    default:
      return undefined;
  }
}

/** Gradients by id, each as its first colour: a mark is of plain colours here. */
function firstStops(text: string): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const [, id, inner] of text.matchAll(
    /<(?:linear|radial)Gradient[^>]*\bid="([^"]{1,100})"[^>]*>([\s\S]{0,4000}?)<\/(?:linear|radial)Gradient>/g,
  )) {
    const colour = /stop-color[:=]\s*"?([^;"]+)/.exec(inner!)?.[1];
    if (colour) found.set(id!, colour.trim());
  }
  return found;
}

function colourOf({ fill, opacity }: Inherited, gradients: ReadonlyMap<string, string>): string | undefined {
  if (fill === "none" || fill === "transparent" || opacity === 0) return undefined;
  const id = /^url\(\s*['"]?#([^'")]+)/.exec(fill)?.[1];
  const parsed = parse(id === undefined ? fill : (gradients.get(id) ?? "#000000"));
  if (!parsed) return refuse(`the colour “${fill.slice(0, 40)}” is not known`);
  const rgb = toRgb(parsed);
  return formatHex8({ ...rgb, alpha: (rgb.alpha ?? 1) * opacity });
}
