import type { Design } from "../document/design";
import type { House } from "../document/house";
import { Layer, type LayerKind } from "../document/layer";
import type { KeyTime } from "../document/keys";
import { freshId } from "./blank";
import { copied } from "./copied";
import { removeMoves } from "./moves";

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
const starts: Readonly<Record<LayerKind, (house: House) => Record<string, unknown>>> = {
  rectangle: (house) => ({ ...sized(40, 12), fill: first(house) }),
  ellipse: (house) => ({ ...sized(16, 16), fill: first(house) }),
  ring: (house) => ({ ...sized(20, 20), fill: first(house) }),
  line: (house) => ({ ...sized(40, 2), stroke: { width: 0.4, fill: first(house) } }),
  polygon: (house) => ({ ...sized(18, 18), fill: first(house) }),
  star: (house) => ({ ...sized(18, 18), fill: first(house) }),
  path: (house) => ({
    ...sized(20, 20),
    d: "M0 60 C0 20 40 0 100 0 C100 60 80 100 40 100 C20 100 0 85 0 60 Z",
    view: { width: 100, height: 100 },
    fill: first(house),
  }),
  text: (house) => ({ ...plain, text: "Text", setting: { type: house.types[0]?.id ?? "body" }, fill: first(house) }),
  picture: (house) => ({
    ...sized(16, 16),
    height: { kind: "ratio", ratio: 1 },
    media: house.marks[0] ? `mark:${house.marks[0].id}` : "",
  }),
  group: () => sized(40, 20),
};

const first = (house: House) => ({ kind: "plain", colour: `house:${house.colours[0]!.role}` });

export const kindNames: Readonly<Record<LayerKind, string>> = {
  rectangle: "Panel",
  ellipse: "Disc",
  ring: "Ring",
  line: "Line",
  polygon: "Polygon",
  star: "Star",
  path: "Shape",
  text: "Text",
  picture: "Picture",
  group: "Group",
};

const ids = (design: Design): Set<string> => new Set(design.layers.map((layer) => layer.id));

/** A layer of this kind on top of all others, or of the group it is put in; gives its id. */
export function addLayer(design: Design, kind: LayerKind, house: House, into?: string): string {
  const id = freshId(kindNames[kind].toLowerCase(), ids(design));
  const taken = new Set(design.layers.map((layer) => layer.name));
  let name = kindNames[kind];
  for (let n = 2; taken.has(name); n++) name = `${kindNames[kind]} ${n}`;
  const layer = Layer.parse({ id, name, kind, ...starts[kind](house), ...(into === undefined ? {} : { in: into }) });
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
  const kept = design.layers.filter(({ id }) => !gone.has(id));
  if (kept.length === 0) return;
  const places = new Map(design.layers.map((layer) => [layer.id, layer.place]));
  for (const layer of kept) untie(layer, gone, places);
  removeMoves(design, new Set(design.layers.flatMap(({ id, moves }) => (gone.has(id) ? moves.map((m) => m.id) : []))));
  design.layers = kept;
  for (const field of design.fields) field.drives = field.drives.filter((drive) => !gone.has(drive.layer));
  if (design.turnRound !== undefined && gone.has(design.turnRound)) delete design.turnRound;
}

/** Frees layers that came from elsewhere of everything they were tied to there and that is not here. */
export function untieStrangers(design: Design, layers: readonly Layer[]): void {
  const here = new Set([...design.layers.map(({ id }) => id), "format", "action-safe", "title-safe", "clear", "group"]);
  const moves = new Map(design.layers.flatMap((layer) => layer.moves.map((move) => [move.id, move.phase] as const)));
  const cues = new Set(design.cues.map(({ id }) => `cue:${id}`));
  for (const layer of layers) {
    const strangers = new Set([...tiedTo(layer)].filter((id) => !here.has(id)));
    untie(layer, strangers, new Map());
    if (layer.in !== undefined && !here.has(layer.in)) delete layer.in;
    if (layer.showIf && !design.fields.some(({ id }) => id === layer.showIf?.field)) delete layer.showIf;
    for (const move of layer.moves) {
      const { to } = move.start;
      if (to !== "phase" && !cues.has(to) && moves.get(to) !== move.phase) {
        move.start = { to: "phase", edge: "start", gap: 0 };
      }
      if (move.behind !== undefined && !here.has(move.behind)) delete move.behind;
      if (move.split?.cues?.some((cue) => !cues.has(`cue:${cue}`))) delete move.split.cues;
    }
    layer.keys = layer.keys
      .map((track) => ({ ...track, keys: track.keys.filter(({ at }) => knownTime(at, here, cues)) }))
      .filter(({ keys }) => keys.length > 0);
    if (layer.meter && ![layer.meter.start, layer.meter.end].every((at) => knownTime(at, here, cues)))
      delete layer.meter;
  }
}

const knownTime = (at: KeyTime, layers: ReadonlySet<string>, cues: ReadonlySet<string>): boolean =>
  at.anchor === "cue" ? cues.has(`cue:${at.cue}`) : at.anchor === "video" ? layers.has(at.layer) : true;

/** Every layer that this one names anywhere. */
function tiedTo(layer: Layer): Set<string> {
  const tied = new Set([layer.place.on, ...layer.mattes.map((matte) => matte.layer)]);
  for (const axis of ["width", "height"] as const) {
    const size = layer[axis];
    if (size.kind === "around") for (const id of [...size.layers, ...size.widest]) tied.add(id);
    if (size.kind === "share") tied.add(size.of);
    for (const length of [size.min, size.max]) if (typeof length === "object") tied.add(length.of);
  }
  for (const link of layer.links) {
    for (const { of } of link.kind === "sum" ? link.sources : [link.source]) tied.add(of);
  }
  for (const [, , id] of JSON.stringify(layer).matchAll(/"(pair|same):([a-z0-9-]+)"/g)) tied.add(id!);
  return tied;
}

type Places = ReadonlyMap<string, Layer["place"]>;

function untie(layer: Layer, gone: ReadonlySet<string>, places: Places): void {
  for (let hops = 0; gone.has(layer.place.on) && hops < 100; hops++) {
    const { on, from } = places.get(layer.place.on) ?? { on: "format", from: { x: 0, y: 0 } };
    layer.place = { ...layer.place, on, from: { ...from } };
  }
  for (const axis of ["width", "height"] as const) {
    const size = layer[axis];
    if (size.kind === "around") {
      size.layers = size.layers.filter((id) => !gone.has(id));
      size.widest = size.widest.filter((id) => !gone.has(id));
      if (size.layers.length === 0) layer[axis] = { kind: "fixed", u: axis === "width" ? 40 : 12 };
    } else if (size.kind === "share" && gone.has(size.of)) size.of = "format";
    const { min, max } = layer[axis];
    for (const length of [min, max]) if (typeof length === "object" && gone.has(length.of)) length.of = "format";
  }
  layer.mattes = layer.mattes.filter((matte) => !gone.has(matte.layer));
  layer.links = layer.links.filter((link) =>
    link.kind === "sum" ? link.sources.every(({ of }) => !gone.has(of)) : !gone.has(link.source.of),
  );
  for (const values of Object.values(layer.overrides)) {
    for (const [path, value] of Object.entries(values)) {
      // An override that speaks of a layer that is gone would make the format unreadable.
      if ([...gone].some((id) => JSON.stringify(value).includes(`"${id}"`))) delete values[path];
    }
  }
  freeColours(layer, gone);
}

/** Colours that were another layer's, or went with it, become the text's plain ink again. */
function freeColours(value: unknown, gone: ReadonlySet<string>): void {
  if (typeof value !== "object" || value === null) return;
  for (const [key, held] of Object.entries(value)) {
    if (typeof held !== "string") freeColours(held, gone);
    else if (/^(pair|same):/.test(held) && gone.has(held.slice(5)))
      (value as Record<string, string>)[key] = "#000000ff";
  }
}

/** Copies of layers, right above the originals; ties among the copied stay among the copies. Gives the new ids. */
export function duplicateLayers(design: Design, chosen: Iterable<string>): string[] {
  const copied = withInner(design, chosen);
  const taken = ids(design);
  const renamed = new Map<string, string>();
  for (const layer of design.layers) {
    if (!copied.has(layer.id)) continue;
    const id = freshId(layer.id, taken);
    taken.add(id);
    renamed.set(layer.id, id);
  }
  const moves = new Set(design.layers.flatMap((layer) => layer.moves.map((move) => move.id)));
  const copies = design.layers.filter(({ id }) => copied.has(id)).map((layer) => copyOf(layer, renamed, moves));
  const last = Math.max(...design.layers.map(({ id }, i) => (copied.has(id) ? i : -1)));
  design.layers.splice(last + 1, 0, ...copies);
  return [...renamed.values()];
}

/** One layer under its new id; everything in it that names a copied layer or move names the copy. */
export function copyOf(layer: Layer, renamed: Map<string, string>, takenMoves: Set<string>): Layer {
  const copy = copied(layer);
  const moves = new Map<string, string>();
  for (const move of copy.moves) {
    const id = freshId(move.id, takenMoves);
    takenMoves.add(id);
    moves.set(move.id, id);
  }
  const rename = (text: string): string => {
    const tied = /^(pair|same):(.+)$/.exec(text);
    if (tied) return `${tied[1]}:${renamed.get(tied[2]!) ?? tied[2]}`;
    return renamed.get(text) ?? text;
  };
  const visit = (value: unknown, key: string): unknown => {
    if (Array.isArray(value)) return value.map((entry) => visit(entry, key));
    if (typeof value === "object" && value !== null) {
      return Object.fromEntries(Object.entries(value).map(([name, held]) => [name, visit(held, name)]));
    }
    if (typeof value !== "string") return value;
    if (key === "text" || key === "name" || key === "sum" || key === "d") return value;
    if (key === "to" && moves.has(value)) return moves.get(value);
    return rename(value);
  };
  const changed = visit(copy, "") as Layer;
  changed.id = renamed.get(layer.id) ?? layer.id;
  changed.moves = changed.moves.map((move, i) => ({ ...move, id: moves.get(layer.moves[i]!.id)! }));
  return changed;
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
  if (target.in === undefined) delete top.in;
  else top.in = target.in;
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
  const id = freshId("group", ids(design));
  const around = { kind: "around", layers: members.map((layer) => layer.id) };
  const outer = members[0]!.in;
  const group = Layer.parse({
    ...{ id, name: "Group", kind: "group", width: around, height: around },
    ...(outer === undefined ? {} : { in: outer }),
  });
  const at = design.layers.findIndex((layer) => layer.id === members[0]!.id);
  design.layers.splice(at, 0, group);
  for (const member of members) member.in = id;
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
  for (const layer of inner) {
    if (group.in === undefined) delete layer.in;
    else layer.in = group.in;
  }
  if (inner.length > 0) removeLayers(design, [id]);
  return inner.map((layer) => layer.id);
}
