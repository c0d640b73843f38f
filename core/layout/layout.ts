import type { Bound, BoundLayer, BoundPicture, BoundText } from "../bind/types";
import { pxPerU } from "../document/format";
import type { Box } from "../geometry/box";
import { parseSvgPath } from "../geometry/svg-path";
import { IssueError, type Issue } from "../issue";
import { cleanText } from "../type/clean";
import { hasFamily, type Catalogue, type Face } from "../type/catalogue";
import type { FontBook } from "../type/font-book";
import { readsRightToLeft } from "../type/itemise";
import { outlineText } from "../type/outline-text";
import { outlinePath } from "./outline";
import { versionFor } from "./mark-ground";
import { facesFor, type SetText } from "../type/set-text";
import { Solver } from "./solve";
import type { Content, Still, StillLayer, TextContent, TextVariant } from "./types";

/** Font files that must be added to the book before this design can be laid out; ask again after loading. */
export function facesWanted(bound: Bound, book: FontBook): Face[] {
  const wanted = new Map<string, Face>();
  for (const layer of bound.layers) {
    if (layer.kind !== "text") continue;
    const text = layer.timer ? `${layer.text}0123456789${layer.timer.pattern}${layer.timer.atZero ?? ""}` : layer.text;
    for (const face of facesFor({ ...layer, text, locale: bound.locale }, book).wanted) wanted.set(face.id, face);
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
  refuseWrongMattes(bound);
  const issues: Issue[] = [...bound.issues];
  const layers: StillLayer[] = [];
  for (const layer of paintingOrder(bound.layers)) {
    const rest = solver.box(layer);
    const box = turnedRound ? { ...rest, x: widthU - rest.x - rest.width } : rest;
    const shown = layer.kind === "picture" ? { ...layer, media: mediaFor(layer, box, layers) } : layer;
    const content = contentOf(shown, box, turnedRound, solver, book);
    if (content.kind === "text") issues.push(...textIssues(layer.id, content.set));
    if (layer.kind === "text") issues.push(...familyIssues(layer, book.catalogue));
    const pose = solver.pose(layer);
    layers.push({ layer, box, content, ...pose, turn: turnedRound ? -pose.turn : pose.turn });
  }
  const { format, seed, finish, motionBlur } = bound;
  const byId = new Map(bound.layers.map((layer) => [layer.id, layer]));
  const readRest: Still["readRest"] = (id, source) => solver.read(byId.get(id)!, source);
  return { format, pxPerU: pxPerU(format), layers, turnedRound, seed, finish, motionBlur, issues, readRest };
}

const mediaFor = ({ media }: BoundPicture, box: Box, below: readonly StillLayer[]) =>
  media.kind === "none" ? media : versionFor(media, box, below);

function turnsRound(bound: Bound): boolean {
  const lead = bound.layers.find((layer) => layer.id === bound.turnRound);
  return lead?.kind === "text" && readsRightToLeft(cleanText(lead.text));
}

/** Refuses mattes by unknown layers, and layers that show only by their own alpha in the end. */
function refuseWrongMattes({ layers, absent }: Bound): void {
  const children = new Map<string, string[]>();
  for (const { id, in: group } of layers) if (group) children.set(group, [...(children.get(group) ?? []), id]);
  const byId = new Map(layers.map((layer) => [layer.id, layer]));
  for (const { id, mattes } of layers) {
    const unknown = mattes.find(({ layer }) => !byId.has(layer) && !absent.has(layer));
    if (unknown) throw new IssueError({ code: "reference_unknown", layer: id, reference: unknown.layer });
  }
  const done = new Set<string>();
  const visit = (id: string, open: readonly string[]) => {
    if (open.includes(id)) {
      throw new IssueError({ code: "matte_loop", layers: [...open.slice(open.indexOf(id)), id] });
    }
    if (done.has(id)) return;
    const mattes = byId.get(id)?.mattes.filter(({ by }) => by === "alpha") ?? [];
    for (const next of [...mattes.map(({ layer }) => layer), ...(children.get(id) ?? [])]) visit(next, [...open, id]);
    done.add(id);
  };
  for (const { id } of layers) visit(id, []);
}

function familyIssues(layer: BoundText, catalogue: Catalogue): Issue[] {
  const families = new Set([layer.style.family, ...layer.stretches.flatMap(({ family }) => family ?? [])]);
  return [...families]
    .filter((family) => !hasFamily(catalogue, family))
    .map((family) => ({ code: "family_missing", layer: layer.id, family, standIn: catalogue.standIn ?? "" }));
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
        throw new IssueError({ code: "group_wrong", layer: children.get(layer.id)![0]!.id, group: layer.id });
      }
    }
  };
  visit(undefined);
  if (ordered.length < layers.length) {
    const placed = new Set(ordered.map((layer) => layer.id));
    throw new IssueError({
      code: "group_loop",
      layers: layers.map((layer) => layer.id).filter((id) => !placed.has(id)),
    });
  }
  return ordered;
}

function contentOf(layer: BoundLayer, box: Box, turnedRound: boolean, solver: Solver, book: FontBook): Content {
  switch (layer.kind) {
    case "text":
      return textContent(layer, box, turnedRound, solver, book);
    case "picture": {
      const { media } = layer;
      if (media.kind === "none") return media;
      const cut = (media.cut ?? []).map(({ keep, d }) => ({ keep, path: pathOf(d, layer.id) }));
      if (media.kind === "raster") {
        const { versions: _, ...raster } = media;
        return { ...raster, cut };
      }
      const shapes = media.shapes.map(({ d, mattes = [], rule = "nonzero", ...shape }) => ({
        ...shape,
        rule,
        path: pathOf(d, layer.id),
        mattes: mattes.map(({ keep, shapes: cut }) => ({
          keep,
          shapes: cut.map(({ d: edge, rule: inside = "nonzero", alpha }) => ({
            path: pathOf(edge, layer.id),
            rule: inside,
            alpha,
          })),
        })),
      }));
      return { kind: "drawing", width: media.width, height: media.height, shapes, cut };
    }
    case "group":
      return { kind: "group" };
    default: {
      const outline = { layer, mirrored: turnedRound };
      // What can't be drawn is told here, before anything is painted.
      readable(layer.id, () => outlinePath(outline, box.width, box.height));
      return { kind: "shape", outline };
    }
  }
}

function textContent(layer: BoundText, box: Box, turnedRound: boolean, solver: Solver, book: FontBook): Content {
  const rest = solver.text(layer);
  const reversed = turnedRound || rest.rightToLeft;
  const align = { start: reversed ? 1 : 0, centre: 0.5, end: reversed ? 0 : 1 }[layer.setting.align];
  const known = new Map<string, TextContent>();
  const variant: TextVariant = (text, widerEm) => {
    const wider = Math.round(widerEm * 1000) / 1000;
    const key = `${wider} ${text ?? ""}`;
    let made = known.get(key);
    if (!made) {
      const set = text === undefined ? rest : solver.setAs(layer, text, rest.sizeU);
      made = { set, outline: outlineText(set, box.width, align, layer.stretches, book, wider) };
      known.set(key, made);
    }
    return made;
  };
  return { kind: "text", ...variant(undefined, 0), variant };
}

const pathOf = (d: string, layer: string) => readable(layer, () => parseSvgPath(d));

/** Reads an outline; throws an IssueError that names the layer where it can't be. */
function readable<T>(layer: string, read: () => T): T {
  try {
    return read();
  } catch (error) {
    throw new IssueError({ code: "path_broken", layer, reason: (error as Error).message });
  }
}
