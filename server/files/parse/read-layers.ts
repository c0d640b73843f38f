import type { Vector } from "@/core/document/vector";
import { growBox, unionBox, type Box } from "@/core/geometry/box";
import { boundsOf } from "@/core/media/ink";
import type { Drawn, Panel } from "@/core/package/drawn";
import { mapped } from "./geometry";
import { isDrawn, readDrawing } from "./read-svg";
import { readTree, refuse, type SvgElement } from "./tree";

const mostPanels = 64;

/**
 * Reads an SVG whose topmost groups are layers: each by the name that its program gave it, or by its id. Throws a
 * Refusal that says what can't be taken.
 */
export function readLayers(text: string, name: string): Drawn {
  const root = readTree(text);
  const { rest, layers, wrap } = layersOf(root);
  const panels: Panel[] = [];
  let size = { width: 0, height: 0 };
  for (const [i, layer] of layers.entries()) {
    const drawing = readDrawing({ ...root, children: [...rest, wrap(layer)] }, true);
    if (drawing === undefined) continue;
    size = drawing;
    const panel = panelOf(nameOf(layer, i), drawing);
    if (panel) panels.push(panel);
  }
  if (panels.length === 0) refuse("nothing in it is drawn");
  if (panels.length > mostPanels) refuse(`it has more than ${mostPanels} layers`);
  return { name, ...size, panels };
}

/** Panels that are a file each, on a canvas that is as large as the largest; the first lies farthest back. */
export function readPanels(files: readonly { readonly name: string; readonly text: string }[], name: string): Drawn {
  if (files.length > mostPanels) refuse(`there are more than ${mostPanels} panels`);
  const read = files.map((file) => ({ name: file.name, drawing: readDrawing(readTree(file.text), false)! }));
  return {
    name,
    width: Math.max(...read.map(({ drawing }) => drawing.width)),
    height: Math.max(...read.map(({ drawing }) => drawing.height)),
    panels: read.flatMap((panel) => panelOf(panel.name, panel.drawing) ?? []),
  };
}

/** What is a layer of its own: the topmost parts that are drawn, inside groups that hold nothing else. */
function layersOf(root: SvgElement) {
  const chain: SvgElement[] = [];
  let within = root;
  for (;;) {
    const drawn = within.children.filter(isDrawn);
    const only = drawn[0];
    if (drawn.length !== 1 || only!.name !== "g" || only!.children.filter(isDrawn).length < 2) break;
    chain.push(only!);
    within = only!;
  }
  return {
    rest: root.children.filter((child) => !isDrawn(child)),
    layers: within.children.filter(isDrawn),
    /** A layer inside the groups that it lies in, with all that they bring and nothing else that is drawn. */
    wrap: (layer: SvgElement): SvgElement =>
      chain.reduceRight<SvgElement>(
        (inner, group) => ({ ...group, children: [...group.children.filter((child) => !isDrawn(child)), inner] }),
        layer,
      ),
  };
}

function nameOf({ name, attributes, children }: SvgElement, i: number): string {
  const titled = children.find((child) => child.name === "title")?.attributes.text;
  const label = attributes["inkscape:label"] ?? attributes["data-name"] ?? titled ?? attributes.id;
  const words = (label ?? "")
    .replace(/[\p{Cc}\p{Cf}\p{Cs}]/gu, "")
    .replace(/[_]+/g, " ")
    .trim();
  return words === "" ? `${name === "g" ? "Layer" : "Shape"} ${i + 1}` : words.slice(0, 80);
}

/** A drawing cut to its ink; nothing where it has none. */
function panelOf(name: string, { shapes, width, height }: Vector): Panel | undefined {
  const boxes = shapes.flatMap((shape) => boundsOf(shape) ?? []);
  if (boxes.length === 0) return undefined;
  const ink = boxes.reduce(unionBox);
  const box = roomy(ink, width, height);
  const moved = (d: string) => mapped(d, [1, 0, 0, 1, -box.x, -box.y]);
  return {
    name,
    box,
    drawing: {
      ...{ width: box.width, height: box.height },
      shapes: shapes.map((shape) => ({
        ...shape,
        d: moved(shape.d),
        ...(shape.mattes && {
          mattes: shape.mattes.map((matte) => ({
            ...matte,
            shapes: matte.shapes.map((one) => ({ ...one, d: moved(one.d) })),
          })),
        }),
      })),
    },
  };
}

/** Whole units around the ink, at least one a side, and not far beyond the canvas. */
function roomy(ink: Box, width: number, height: number): Box {
  const { x, y, width: w, height: h } = growBox(ink, 0.01);
  const [left, top] = [Math.max(Math.floor(x), -width), Math.max(Math.floor(y), -height)];
  const right = Math.min(Math.ceil(x + w), 2 * width);
  const bottom = Math.min(Math.ceil(y + h), 2 * height);
  const [across, down] = [Math.max(1, right - left), Math.max(1, bottom - top)];
  return { x: left, y: top, width: Math.min(8192, across), height: Math.min(8192, down) };
}
