import type { Design } from "../document/design";
import type { House } from "../document/house";
import { Layer } from "../document/layer";
import { freshId, idFrom, numberedName } from "./blank";
import { copied } from "./copied";
import { takenLayerIds } from "./copies";
import { groundsOf, houseFill, lightestOf, paddingOf, plainFill, sizeOf, tenths } from "./inks";
import { isShape } from "./look-parts";
import { airAround, gapBelow, makeRoom, panelAround, standsBelow } from "./panels";

/*
 * Where new texts, marks and bars come: below, on or beside what is chosen, and in an empty design at the lower left of
 * the clear area. All of them stay within it in every format.
 */

type Start = Record<string, unknown>;

const inFormat = { at: { x: 0.5, y: 0.5 }, on: "clear", from: { x: 0.5, y: 0.5 } };
const lowerLeft = { at: { x: 0, y: 1 }, on: "clear", from: { x: 0, y: 1 } };
/** Letters shrink at most to this share of their size before they are cut. */
const shrinkShare = 0.62;
/** A badge's side in u, and the share of it that its mark takes. */
const badgeU = 11.6;
const markShare = 0.62;

/** Adds a layer under a name of its own, on top or at a place in the painting order; gives its id. */
export function putLayer(design: Design, wanted: string, start: Start, at = design.layers.length): string {
  const id = freshId(idFrom(wanted, "layer"), takenLayerIds(design));
  const name = numberedName(wanted, new Set(design.layers.map((layer) => layer.name)));
  design.layers.splice(at, 0, Layer.parse({ id, name, ...start }));
  return id;
}

const find = (design: Design, id: string | undefined) => design.layers.find((layer) => layer.id === id);
const inGroupOf = (layer: Layer | undefined): Start => (layer?.in === undefined ? {} : { in: layer.in });

/** The type style that follows a text's own in size: a second line is smaller than the first. */
function nextType(text: Extract<Layer, { kind: "text" }>, house: House): string {
  const own = sizeOf(text, house);
  const smaller = house.types.filter(({ style }) => style.size < own * 0.9);
  const next = smaller.reduce<(typeof smaller)[number] | undefined>(
    (best, one) => (best === undefined || one.style.size > best.style.size ? one : best),
    undefined,
  );
  return next?.id ?? text.setting.type;
}

/** A first line is set in the style of names, where the house has one. */
const firstType = (house: House): string =>
  (house.types.find(({ id }) => id === "name") ?? house.types[0])?.id ?? "body";

function setting(house: House, type: string, of: string, lessU: number): Start {
  const size = house.types.find(({ id }) => id === type)?.style.size ?? 4;
  return {
    type,
    maxWidth: { of, share: 1, plus: -tenths(lessU) },
    shrinkTo: Math.max(0.5, tenths(size * shrinkShare)),
  };
}

/** A new text below, on or beside what is chosen; gives its id. */
export function addText(design: Design, house: House, chosen?: string): string {
  const beside = find(design, chosen);
  // Chosen with its panel, a text is what the next one stands below.
  if (beside?.kind === "text") return addTextBelow(design, house, beside);
  if (beside && beside.kind !== "group" && "fill" in beside) {
    const held = design.layers.find((layer) => panelAround(design, layer.id) === beside);
    if (held?.kind === "text") return addTextBelow(design, house, held);
    const disc = design.layers.find((layer) => layer.id === beside.place.on && layer.kind === "ellipse");
    return disc ? addTextOnBar(design, house, beside, disc) : addTextOn(design, house, beside);
  }
  const type = firstType(house);
  const { across } = paddingOf(house, house.types.find(({ id }) => id === type)?.style.size ?? 4);
  const empty = !design.layers.some(({ kind }) => kind === "text");
  return putLayer(design, "Text", {
    ...{ kind: "text", text: "Text", setting: setting(house, type, "clear", across * 2) },
    ...{ fill: houseFill(lightestOf(house)), place: empty ? lowerLeft : inFormat },
  });
}

function addTextBelow(design: Design, house: House, above: Extract<Layer, { kind: "text" }>): string {
  const type = nextType(above, house);
  const size = house.types.find((one) => one.id === type)?.style.size ?? 4;
  const over = panelAround(design, above.id);
  const taken = design.layers.find((layer) => standsBelow(layer, above.id));
  if (taken?.kind === "text") return addTextBelow(design, house, taken);
  const gap = gapBelow(design, above.id, { sizeU: size });
  const id = putLayer(
    design,
    "Text",
    {
      ...{
        kind: "text",
        text: "Text",
        setting: { ...above.setting, size: undefined, ...setting(house, type, "clear", 0) },
      },
      ...inGroupOf(above),
      // Below a panel it stands on nothing of it.
      fill: over ? houseFill(lightestOf(house)) : { ...above.fill },
      place: { at: { x: 0, y: 0 }, on: above.id, from: { x: 0, y: 1 }, dy: gap },
    },
    design.layers.indexOf(above) + 1,
  );
  const text = find(design, id) as Extract<Layer, { kind: "text" }>;
  if (above.setting.maxWidth) text.setting.maxWidth = copied(above.setting.maxWidth);
  // Letters of this size are so high, from base line to the top of capitals.
  makeRoom(design, id, { bottom: gap + size * 0.72 });
  return id;
}

/** On a panel: in its middle, from its left, within its sides, in the colour that suits it. */
function addTextOn(design: Design, house: House, panel: Layer): string {
  const type = firstType(house);
  const { across } = paddingOf(house, house.types.find(({ id }) => id === type)?.style.size ?? 4);
  return putLayer(design, "Text", {
    ...{
      kind: "text",
      text: "Text",
      setting: setting(house, type, panel.id, across * 2),
      fill: plainFill(`pair:${panel.id}`),
    },
    ...inGroupOf(panel),
    place: { at: { x: 0, y: 0.5 }, on: panel.id, from: { x: 0, y: 0.5 }, dx: across },
  });
}

/** On a bar that grows out from behind a disc: beside the disc; the bar becomes as long as the words need. */
function addTextOnBar(design: Design, house: House, bar: Layer, disc: Layer): string {
  const type = house.types.find(({ id }) => id === "handle")?.id ?? firstType(house);
  const { across } = paddingOf(house, house.types.find((one) => one.id === type)?.style.size ?? 4);
  const half = (disc.width.kind === "fixed" ? disc.width.u : badgeU) / 2;
  const id = putLayer(
    design,
    "Text",
    {
      ...{ kind: "text", text: "Text", fill: plainFill(`pair:${bar.id}`), ...inGroupOf(bar) },
      setting: setting(house, type, "clear", half * 2 + across * 3),
      place: { at: { x: 0, y: 0.5 }, on: disc.id, from: { x: 1, y: 0.5 }, dx: across },
    },
    design.layers.indexOf(disc),
  );
  bar.width = Layer.parse({
    ...JSON.parse(JSON.stringify(bar)),
    width: { kind: "around", layers: [id], before: tenths(half + across), after: across * 1.4 },
  }).width;
  return id;
}

/** What a badge shows: the mark of the first account that has one, or the first mark of the house. */
function markOf(house: House): { media: string; ground: string } {
  const account = house.accounts.find(({ mark }) => house.marks.some(({ id }) => id === mark));
  const mark = account?.mark ?? house.marks[0]?.id;
  return { media: mark === undefined ? "" : `mark:${mark}`, ground: account?.ground ?? groundsOf(house)[0]!.role };
}

const round = { kind: "ratio", ratio: 1 };

/** A picture with the first mark of the house, on what is chosen or as large as a badge; gives its id. */
export function addPicture(design: Design, house: House, chosen?: string): string {
  const media = house.marks[0] ? `mark:${house.marks[0].id}` : "";
  const under = find(design, chosen);
  if (under && isShape(under) && under.kind !== "line") {
    const middle = { x: 0.5, y: 0.5 };
    return putLayer(design, "Picture", {
      ...{ kind: "picture", media, ...inGroupOf(under) },
      // On a wide panel its height counts: it stays within the shape.
      ...{ width: { kind: "share", of: under.id, axis: "height", share: markShare }, height: round },
      place: { at: middle, on: under.id, from: middle },
    });
  }
  return putLayer(design, "Picture", {
    ...{ kind: "picture", media, width: { kind: "fixed", u: badgeU }, height: round },
    place: badgePlace(design, house, under),
  });
}

/** A round badge with that mark on the ground of its account; gives the ids of disc and mark. */
export function addBadge(design: Design, house: House, chosen?: string): [disc: string, mark: string] {
  const { media, ground } = markOf(house);
  const beside = find(design, chosen);
  const place = badgePlace(design, house, beside);
  const disc = putLayer(design, "Badge", {
    ...{
      kind: "ellipse",
      round: true,
      width: { kind: "fixed", u: badgeU },
      height: round,
      place,
      ...inGroupOf(beside),
    },
    fill: houseFill(ground),
  });
  const middle = { x: 0.5, y: 0.5 };
  const mark = putLayer(design, "Mark", {
    ...{ kind: "picture", media, width: { kind: "share", of: disc, share: markShare }, height: round },
    ...{ place: { at: middle, on: disc, from: middle }, ...inGroupOf(beside) },
  });
  return [disc, mark];
}

/** Lets a text, and all that stand below it, run less wide: so much of their room has gone to something else. */
export function narrow(design: Design, id: string, byU: number): void {
  for (const layer of design.layers) {
    if (layer.kind !== "text") continue;
    if (layer.id !== id) {
      if (standsBelow(layer, id)) narrow(design, layer.id, byU);
      continue;
    }
    const { maxWidth } = layer.setting;
    if (typeof maxWidth === "object") maxWidth.plus = tenths(maxWidth.plus - byU);
  }
}

/** Before the words that are chosen, which make room for it; else where everything begins. */
function badgePlace(design: Design, house: House, beside: Layer | undefined): Start {
  if (beside?.kind !== "text") return design.layers.length === 0 ? lowerLeft : beside ? inFormat : lowerLeft;
  const { across } = paddingOf(house, sizeOf(beside, house));
  const air = airAround(design, beside.id).left;
  makeRoom(design, beside.id, { left: badgeU + across });
  narrow(design, beside.id, badgeU + across);
  return { at: { x: 1, y: 0.5 }, on: beside.id, from: { x: 0, y: 0.5 }, dx: -tenths(across + air) };
}

/** A bar that grows out from behind a badge; gives its id. `badge` is its disc or the mark on it. */
export function addBarBehind(design: Design, house: House, badge: string): string {
  const own = find(design, badge)!;
  const under = find(design, own.place.on);
  const disc = own.kind === "picture" && under?.kind === "ellipse" ? under : own;
  const ground = house.colours.find(({ role, on }) => on.length > 0 && !isFill(disc, role)) ?? house.colours[0]!;
  const move = freshId("bar-in", new Set(design.layers.flatMap(({ moves }) => moves.map(({ id }) => id))));
  return putLayer(
    design,
    "Bar",
    {
      ...{ kind: "rectangle", width: { kind: "fixed", u: 42 }, height: { kind: "share", of: disc.id, share: 0.72 } },
      ...{ fill: houseFill(lightGround(house, disc) ?? ground.role), ...inGroupOf(disc) },
      corners: [{ size: 0 }, { size: 9 }, { size: 9 }, { size: 0 }],
      place: { at: { x: 0, y: 0.5 }, on: disc.id, from: { x: 0.5, y: 0.5 } },
      moves: [{ id: move, kind: "unroll", phase: "arrive", from: "left", length: 0.55 }],
    },
    design.layers.indexOf(disc),
  );
}

const isFill = (layer: Layer, role: string) =>
  "fill" in layer && layer.fill?.kind === "plain" && layer.fill.colour === `house:${role}`;

/** The lightest colour of the house, where words can stand on it and the badge differs. */
function lightGround(house: House, disc: Layer): string | undefined {
  const light = house.colours.find(({ role }) => role === lightestOf(house));
  return light && light.on.length > 0 && !isFill(disc, light.role) ? light.role : undefined;
}
