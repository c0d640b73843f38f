import type { Design } from "../document/design";
import type { House } from "../document/house";
import { Layer, type LayerKind, type ShapeKind } from "../document/layer";
import { shapeKinds } from "../shapes/kinds";
import { freshId, idFrom, numberedName } from "./blank";
import { lightestOf } from "./inks";
import { copiesFor, takenLayerIds } from "./copies";
import { removeMoves } from "./moves";
import { regroup, untie } from "./ties";

/*
 * Changes of a design's layers. All work on a draft of the document in place: the bench records what they did as
 * patches, so that every one of them can be undone and saved.
 */

const plain = { place: { at: { x: 0.5, y: 0.5 }, on: "format", from: { x: 0.5, y: 0.5 } } };
const sized = (width: number, height: number) => ({
  ...plain,
  width: { kind: "fixed", u: width },
  height: { kind: "fixed", u: height },
});

/** What a new layer of each kind starts as: something to see, in the middle of every format. */
const starts: Readonly<Record<Exclude<LayerKind, ShapeKind>, (house: House) => Record<string, unknown>>> = {
  text: (house) => ({ ...plain, text: "Text", setting: { type: house.types[0]?.id ?? "body" }, fill: first(house) }),
  picture: (house) => ({
    ...sized(16, 16),
    height: { kind: "ratio", ratio: 1 },
    media: house.marks[0] ? `mark:${house.marks[0].id}` : "",
  }),
  group: () => sized(40, 20),
};

const first = (house: House) => ({ kind: "plain", colour: `house:${house.colours[0]!.role}` });

/** A new shape as its kind begins. */
function startOfShape(kind: ShapeKind, house: House): Record<string, unknown> {
  const { width, height, drawn, ...own } = shapeKinds[kind].fresh;
  // A line stands on footage, not on a panel: it takes the colour that words take there.
  const light = { kind: "plain", colour: `house:${lightestOf(house)}` };
  const ink = drawn === undefined ? { fill: first(house) } : { stroke: { width: drawn, fill: light } };
  return { ...sized(width, height), ...own, ...ink };
}

const isShapeKind = (kind: LayerKind): kind is ShapeKind => Object.hasOwn(shapeKinds, kind);

/** What a new layer of a kind is called. */
export function kindName(kind: LayerKind): string {
  if (isShapeKind(kind)) return shapeKinds[kind].label;
  return { text: "Text", picture: "Picture", group: "Group" }[kind];
}

/** A layer of this kind on top of all others, or of the group it is put in; gives its id. */
export function addLayer(design: Design, kind: LayerKind, house: House, into?: string): string {
  const id = freshId(idFrom(kindName(kind), kind), takenLayerIds(design));
  const name = numberedName(kindName(kind), new Set(design.layers.map((layer) => layer.name)));
  const layer = Layer.parse({
    id,
    name,
    kind,
    ...(isShapeKind(kind) ? startOfShape(kind, house) : starts[kind](house)),
    ...(into === undefined ? {} : { in: into }),
  });
  design.layers.push(layer);
  return id;
}

/** The layers with everything inside groups among them. */
export function withInner(design: Design, chosen: Iterable<string>): Set<string> {
  const all = new Set(chosen);
  for (let grown = true; grown;) {
    grown = false;
    for (const { id, in: group } of design.layers) {
      if (group === undefined || !all.has(group) || all.has(id)) continue;
      all.add(id);
      grown = true;
    }
  }
  return all;
}

/** Takes layers away, and every tie of other layers to them: what stood on one stands on what that one stood on. */
export function removeLayers(design: Design, chosen: Iterable<string>): void {
  const gone = withInner(design, chosen);
  removeMoves(design, new Set(design.layers.flatMap(({ id, moves }) => (gone.has(id) ? moves.map((m) => m.id) : []))));
  const places = new Map(design.layers.map((layer) => [layer.id, layer.place]));
  design.layers = design.layers.filter(({ id }) => !gone.has(id));
  untie(design, ({ kind, id }) => kind === "layer" && gone.has(id), places);
}

/** Copies of layers, right above the originals; ties among the copied stay among the copies. Gives the new ids. */
export function duplicateLayers(design: Design, chosen: Iterable<string>): string[] {
  const all = withInner(design, chosen);
  const copies = copiesFor(
    design,
    design.layers.filter(({ id }) => all.has(id)),
  );
  const last = Math.max(...design.layers.map(({ id }, i) => (all.has(id) ? i : -1)));
  design.layers.splice(last + 1, 0, ...copies);
  return copies.map(({ id }) => id);
}

/** Puts a layer, and all inside it, where another one stands in the painting order, and into that one's group. */
export function moveLayer(design: Design, id: string, beside: string, side: "above" | "below"): void {
  const moved = withInner(design, [id]);
  if (moved.has(beside)) return;
  const block = design.layers.filter((layer) => moved.has(layer.id));
  const rest = design.layers.filter((layer) => !moved.has(layer.id));
  const target = rest.find((layer) => layer.id === beside);
  const top = block.find((layer) => layer.id === id);
  if (!target || !top) return;
  regroup(top, target.in);
  const inner = withInner({ ...design, layers: rest }, [beside]);
  const places = rest.map((layer, i) => (inner.has(layer.id) ? i : -1)).filter((i) => i >= 0);
  rest.splice(side === "above" ? Math.max(...places) + 1 : Math.min(...places), 0, ...block);
  design.layers = rest;
}

/** One step up or down among the layers of the same group. */
export function stepLayer(design: Design, id: string, by: 1 | -1): void {
  const layer = design.layers.find((entry) => entry.id === id);
  if (!layer) return;
  const siblings = design.layers.filter((entry) => entry.in === layer.in);
  const beside = siblings[siblings.indexOf(layer) + by];
  if (beside) moveLayer(design, id, beside.id, by > 0 ? "above" : "below");
}

/** Puts layers into a new group that fits around them; gives the group's id. */
export function groupLayers(design: Design, chosen: readonly string[]): string | undefined {
  const members = design.layers.filter((layer) => chosen.includes(layer.id));
  if (members.length === 0) return undefined;
  const id = freshId("group", takenLayerIds(design));
  const name = numberedName("Group", new Set(design.layers.map((layer) => layer.name)));
  const around = { kind: "around", layers: members.map((layer) => layer.id) };
  const outer = members[0]!.in;
  const group = Layer.parse({
    ...{ id, name, kind: "group", width: around, height: around },
    ...(outer === undefined ? {} : { in: outer }),
  });
  const at = design.layers.findIndex((layer) => layer.id === members[0]!.id);
  design.layers.splice(at, 0, group);
  for (const member of members) regroup(member, id);
  // A group's layers stand together in the painting order.
  const inner = withInner(design, [id]);
  const block = design.layers.filter((layer) => inner.has(layer.id));
  const rest = design.layers.filter((layer) => !inner.has(layer.id));
  rest.splice(at, 0, ...block);
  design.layers = rest;
  return id;
}

/** Takes a group apart; its layers stay where they are. */
export function ungroup(design: Design, id: string): string[] {
  const group = design.layers.find((layer) => layer.id === id);
  if (group?.kind !== "group") return [];
  const inner = design.layers.filter((layer) => layer.in === id);
  for (const layer of inner) regroup(layer, group.in);
  if (inner.length > 0) removeLayers(design, [id]);
  return inner.map((layer) => layer.id);
}
