import { assertNever } from "../assert-never";
import type { Bound, BoundLayer } from "../bind/types";
import { pxPerU } from "../document/format";
import type { Box } from "../geometry/box";
import type { Corners } from "../geometry/rectangle";
import { parseSvgPath } from "../geometry/svg-path";
import { IssueError, type Issue } from "../issue";
import { cleanText } from "../type/clean";
import type { Face } from "../type/catalogue";
import type { FontBook } from "../type/font-book";
import { readsRightToLeft } from "../type/itemise";
import { outlineText } from "../type/outline-text";
import { facesFor, type SetText } from "../type/set-text";
import { Solver } from "./solve";
import type { Content, Still, StillLayer } from "./types";

/** Font files that must be added to the book before this design can be laid out; ask again after loading. */
export function facesWanted(bound: Bound, book: FontBook): Face[] {
  const wanted = new Map<string, Face>();
  for (const layer of bound.layers) {
    if (layer.kind !== "text") continue;
    // The ellipsis of a cut text must be at hand too.
    for (const face of facesFor(`${layer.text}…`, layer.style, book).wanted) wanted.set(face.id, face);
  }
  return [...wanted.values()];
}

/**
 * Gives every layer its box and shapes its text. Throws an IssueError for loops and unknown references; what a filler
 * can mend (cut text, missing glyphs) is listed in `issues`.
 */
export function layout(bound: Bound, book: FontBook): Still {
  const solver = new Solver(bound, book);
  const turnedRound = turnsRound(bound);
  const widthU = bound.format.width / pxPerU(bound.format);
  const issues: Issue[] = [...bound.issues];
  const layers = paintingOrder(bound.layers).map((layer): StillLayer => {
    const rest = solver.box(layer);
    const box = turnedRound ? { ...rest, x: widthU - rest.x - rest.width } : rest;
    const content = contentOf(layer, box, turnedRound, solver, book);
    if (content.kind === "text") issues.push(...textIssues(layer.id, content.set));
    return { layer, box, content };
  });
  return { format: bound.format, pxPerU: pxPerU(bound.format), layers, turnedRound, issues };
}

function turnsRound(bound: Bound): boolean {
  const lead = bound.layers.find((layer) => layer.id === bound.turnRound);
  return lead?.kind === "text" && readsRightToLeft(cleanText(lead.text));
}

function textIssues(layer: string, set: SetText): Issue[] {
  const issues: Issue[] = [];
  if (set.cut) issues.push({ code: "text_cut", layer });
  if (set.missing.length > 0) issues.push({ code: "glyph_missing", layer, characters: set.missing });
  return issues;
}

/** Groups before their layers, otherwise the order of the document. Throws when groups contain each other. */
function paintingOrder(layers: readonly BoundLayer[]): BoundLayer[] {
  const children = new Map<string | undefined, BoundLayer[]>();
  const ids = new Set(layers.map((layer) => layer.id));
  for (const layer of layers) {
    if (layer.in !== undefined && !ids.has(layer.in)) {
      throw new IssueError({ code: "reference_unknown", layer: layer.id, reference: layer.in });
    }
    children.set(layer.in, [...(children.get(layer.in) ?? []), layer]);
  }
  const ordered: BoundLayer[] = [];
  const visit = (parent: string | undefined) => {
    for (const layer of children.get(parent) ?? []) {
      ordered.push(layer);
      if (layer.kind === "group") visit(layer.id);
      else if (children.has(layer.id)) {
        throw new IssueError({ code: "reference_unknown", layer: children.get(layer.id)![0]!.id, reference: layer.id });
      }
    }
  };
  visit(undefined);
  if (ordered.length < layers.length) {
    const placed = new Set(ordered.map((layer) => layer.id));
    throw new IssueError({
      code: "layout_loop",
      layers: layers.map((layer) => layer.id).filter((id) => !placed.has(id)),
    });
  }
  return ordered;
}

function contentOf(layer: BoundLayer, box: Box, turnedRound: boolean, solver: Solver, book: FontBook): Content {
  switch (layer.kind) {
    case "rectangle": {
      const [tl, tr, br, bl] = layer.corners;
      const corners: Corners = turnedRound ? [tr, tl, bl, br] : layer.corners;
      return { kind: "rectangle", corners };
    }
    case "text": {
      const set = solver.text(layer);
      const reversed = turnedRound || set.rightToLeft;
      const align = { start: reversed ? 1 : 0, centre: 0.5, end: reversed ? 0 : 1 }[layer.setting.align];
      return { kind: "text", set, path: outlineText(set, box.width, align, book) };
    }
    case "picture":
      if (layer.media.kind === "raster") return { kind: "raster", hash: layer.media.hash };
      return {
        kind: "drawing",
        width: layer.media.width,
        height: layer.media.height,
        shapes: layer.media.shapes.map((shape) => ({ path: parseSvgPath(shape.d), colour: shape.colour })),
      };
    case "group":
      return { kind: "group" };
    default:
      return assertNever(layer);
  }
}
