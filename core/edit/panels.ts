import type { Design } from "../document/design";
import type { House } from "../document/house";
import { Layer } from "../document/layer";
import { freshId, idFrom, numberedName } from "./blank";
import { takenLayerIds } from "./copies";
import { freshGround, houseFill, paddingOf, plainFill, readOn, sizeOf, tenths } from "./inks";

/*
 * What lies behind words: panels that fit around them, and boxes behind their lines.
 */

type TextLayer = Extract<Layer, { kind: "text" }>;
type PanelLayer = Extract<Layer, { kind: "rectangle" }>;

const layerOf = (design: Design, id: string) => design.layers.find((layer) => layer.id === id);

/** The panel that is fitted around a layer on both axes, if there is one. */
export function panelAround(design: Design, id: string): PanelLayer | undefined {
  const fits = (size: Layer["width"]) => size.kind === "around" && size.layers.includes(id);
  return design.layers.find(
    (layer): layer is PanelLayer => layer.kind === "rectangle" && fits(layer.width) && fits(layer.height),
  );
}

interface Sides {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** How far a panel reaches beyond the words it is fitted around, in u; nothing without one. */
export function airAround(design: Design, id: string): Sides {
  const panel = panelAround(design, id);
  if (panel?.width.kind !== "around" || panel.height.kind !== "around") return { left: 0, right: 0, top: 0, bottom: 0 };
  const { width, height } = panel;
  return { left: width.before, right: width.after, top: height.before, bottom: height.after };
}

/** Words below others that have no panels between them stand so far apart, in shares of the lower one's size. */
const gapShare = 0.5;

/** Between two texts of which the second stands below the first, in u: their panels meet. */
export function gapBelow(design: Design, above: string, below: { id?: string; sizeU: number }): number {
  const [upper, lower] = [
    panelAround(design, above),
    below.id === undefined ? undefined : panelAround(design, below.id),
  ];
  const apart = airAround(design, above).bottom + (below.id === undefined ? 0 : airAround(design, below.id).top);
  return tenths(upper && lower && upper !== lower ? apart : apart + below.sizeU * gapShare);
}

/** Whether a layer stands right below another. */
export const standsBelow = ({ place }: Layer, id: string) => place.on === id && place.at.y === 0 && place.from.y === 1;

const standsOutside = ({ place: { at, from } }: Layer): boolean =>
  Math.abs(from.x - at.x) >= 1 || Math.abs(from.y - at.y) >= 1;

/** What stands inside another layer has its own area there; what stands beside or below one goes where that goes. */
function rootOfChain(design: Design, layer: Layer): Layer {
  let root = layer;
  for (let hops = 0; standsOutside(root) && hops < 100; hops++) root = layerOf(design, root.place.on) ?? root;
  return root;
}

/** Moves the first layer of a chain away from the edges of the area it stands on, by as much as something new needs. */
export function makeRoom(design: Design, id: string, { left, right, top, bottom }: Partial<Sides>): void {
  const layer = layerOf(design, id);
  if (!layer) return;
  const { place } = rootOfChain(design, layer);
  const shift = (at: number, from: number, before = 0, after = 0) =>
    at === 0 && from === 0 ? before : at === 1 && from === 1 ? -after : 0;
  place.dx = tenths(place.dx + shift(place.at.x, place.from.x, left, right));
  place.dy = tenths(place.dy + shift(place.at.y, place.from.y, top, bottom));
}

/**
 * Puts a panel behind texts: one each, or one for all. It fits around the words with the house's air, in a ground that no
 * other panel has; the words take the colour that suits it, and what stands below them makes room. Gives the new ids.
 */
export function panelBehind(design: Design, house: House, ids: readonly string[], together = false): string[] {
  const texts = design.layers.filter(
    (layer): layer is TextLayer => layer.kind === "text" && ids.includes(layer.id) && !panelAround(design, layer.id),
  );
  if (texts.length === 0) return [];
  return (together ? [texts] : texts.map((text) => [text])).map((around) => addPanel(design, house, around));
}

function addPanel(design: Design, house: House, texts: readonly TextLayer[]): string {
  const [first] = texts;
  const called = texts.length === 1 ? `${first!.name.slice(0, 70)} panel` : "Panel";
  const id = freshId(idFrom(called, "panel"), takenLayerIds(design));
  const name = numberedName(called, new Set(design.layers.map((layer) => layer.name)));
  const air = paddingOf(house, Math.max(...texts.map((text) => sizeOf(text, house))));
  const above = texts.length === 1 ? layerOf(design, first!.place.on) : undefined;
  // Below another panel its left edge goes on.
  const lead = above && standsBelow(first!, above.id) ? airAround(design, above.id).left : 0;
  const across = lead || air.across;
  const around = texts.map((text) => text.id);
  const panel = Layer.parse({
    ...{ id, name, kind: "rectangle", fill: houseFill(freshGround(design, house)) },
    width: { kind: "around", layers: around, before: across, after: air.across },
    height: { kind: "around", layers: around, before: air.down, after: air.down },
    ...(first!.in === undefined || texts.some((text) => text.in !== first!.in) ? {} : { in: first!.in }),
    ...(texts.length === 1 && first!.showIf ? { showIf: { ...first!.showIf } } : {}),
  });
  const lowest = design.layers.findIndex((layer) => around.includes(layer.id));
  const before = reachOf(design, first!.id);
  design.layers.splice(lowest, 0, panel);
  for (const text of texts) text.fill = plainFill(`pair:${id}`);
  const grown = settle(design, house, around);
  const after = reachOf(design, first!.id);
  if (!isRootedInText(design, first!)) return id;
  // What stands on the bottom of its area grows upwards.
  makeRoom(design, first!.id, {
    left: after.left - before.left,
    right: after.right - before.right,
    top: after.top - before.top,
    bottom: after.bottom - before.bottom + grown,
  });
  return id;
}

/** Whether what would make room is a text: what stands beside or above another layer leaves that where it is. */
const isRootedInText = (design: Design, layer: Layer): boolean => rootOfChain(design, layer).kind === "text";

/** How far panels reach beyond a text and all that stand below or above it, at the chain's sides. */
function reachOf(design: Design, id: string): Sides {
  const rootOf = (layer: Layer): Layer => {
    const on = layerOf(design, layer.place.on);
    return on && standsBelow(layer, on.id) ? rootOf(on) : layer;
  };
  const root = rootOf(layerOf(design, id)!);
  const chain = design.layers.filter((layer) => layer.kind === "text" && rootOf(layer) === root);
  const airs = chain.map((layer) => airAround(design, layer.id));
  const last = chain.find((layer) => !chain.some((other) => standsBelow(other, layer.id)));
  return {
    left: Math.max(0, ...airs.map(({ left }) => left)),
    right: Math.max(0, ...airs.map(({ right }) => right)),
    top: airAround(design, root.id).top,
    bottom: airAround(design, (last ?? root).id).bottom,
  };
}

/** The gaps to what stands below these texts, and of these below others, once more; gives by how much they have grown. */
function settle(design: Design, house: House, ids: readonly string[]): number {
  let grown = 0;
  for (const layer of design.layers) {
    const on = layerOf(design, layer.place.on);
    if (layer.kind !== "text" || on?.kind !== "text" || !standsBelow(layer, on.id)) continue;
    if (!ids.includes(layer.id) && !ids.includes(on.id)) continue;
    const dy = gapBelow(design, on.id, { id: layer.id, sizeU: sizeOf(layer, house) });
    grown += dy - layer.place.dy;
    layer.place.dy = dy;
  }
  return grown;
}

/** Boxes lie closer around their lines than panels do. */
const boxShare = 0.7;

/** Boxes behind every line of these texts, in a ground of the house with the words' colour to match. */
export function backLines(design: Design, house: House, ids: readonly string[]): void {
  const sizes = design.layers.flatMap((layer) => (ids.includes(layer.id) ? [sizeOf(layer, house)] : []));
  // Lines below one another have one left edge, whatever their sizes.
  const { across } = paddingOf(house, Math.max(...sizes) * boxShare);
  for (const layer of design.layers) {
    if (layer.kind !== "text" || !ids.includes(layer.id) || layer.stretches.length >= 32) continue;
    if (layer.stretches.some(({ of, ground }) => ground && of.kind === "words" && of.start === 0)) continue;
    const ground = freshGround(design, house);
    const { down } = paddingOf(house, sizeOf(layer, house) * boxShare);
    layer.stretches.unshift({
      of: { kind: "words", start: 0, end: 500 },
      colour: `house:${readOn(house, ground)}`,
      ground: { colour: `house:${ground}`, x: across, y: down, corner: 0 },
    });
    makeRoom(design, layer.id, { left: across, right: across, top: down, bottom: down });
  }
}
