import type { Design } from "../document/design";
import type { Layer } from "../document/layer";
import type { Role } from "../document/saved-move";

/*
 * What the layers of a design are, as far as motion goes by it.
 */

/** A role, or something that fills a frame: a photo or video, or a background of the whole format. */
export type Part = Role | "photo" | "background";

/** Share of a format's side from which on something fills it. */
const whole = 0.9;
/** Sides from which on a picture is looked at for itself: u, and shares of the format. */
const photoU = 20;
const photoShare = 0.25;

const isShareOfFormat = (size: Layer["width"], least: number): boolean =>
  size.kind === "share" && !isLayerRef(size.of) && size.share >= least;
const areas = ["format", "action-safe", "title-safe", "clear"];
const isLayerRef = (ref: string): boolean => !areas.includes(ref);

/** Whether a layer covers the format, so that everything else lies on it. */
const fillsFormat = (layer: Layer): boolean =>
  layer.kind !== "text" &&
  isShareOfFormat(layer.width, whole) &&
  isShareOfFormat(layer.height, whole) &&
  !isOutline(layer);

const isOutline = (layer: Layer): boolean =>
  layer.kind !== "picture" && "stroke" in layer && !("fill" in layer && layer.fill);

/** Whether a picture is a photo or a video, which is seen in its frame, and not a mark, which has a shape of its own. */
function isPhoto(layer: Extract<Layer, { kind: "picture" }>): boolean {
  if (layer.media.startsWith("mark:")) return false;
  if (layer.media !== "") return true;
  const isLarge = ({ width, height }: Layer) =>
    [width, height].some((size) => (size.kind === "fixed" && size.u >= photoU) || isShareOfFormat(size, photoShare));
  return layer.framing.fit === "cover" || isLarge(layer);
}

/** Lines that are read on as one sentence: several texts in one style, and no mark that leads. */
export function isCaption(design: Design, roles: ReadonlyMap<string, Part>): boolean {
  const lines = design.layers.filter(({ id }) => ["first line", "second line"].includes(roles.get(id) ?? ""));
  const styles = new Set(lines.map((layer) => (layer.kind === "text" ? layer.setting.type : "")));
  return lines.length > 1 && styles.size === 1 && ![...roles.values()].includes("mark");
}

/** The roles of a design's layers that moves are saved for; what fills a frame has none. */
export const rolesOf = (design: Design): Map<string, Role> =>
  new Map(
    [...partsOf(design)].flatMap(([id, part]) => (part === "background" || part === "photo" ? [] : [[id, part]])),
  );

/** What every layer is in the picture: by its size, by what it stands on, and by what lies over it. Groups only carry others. */
export function partsOf(design: Design): Map<string, Part> {
  const panels = new Set(
    design.layers.flatMap((layer) =>
      [layer.width, layer.height].some((size) => size.kind === "around" || size.kind === "share") ? [layer.id] : [],
    ),
  );
  const texts = design.layers.filter(({ kind, hidden }) => kind === "text" && !hidden);
  // What a text's colour suits is what it is read on.
  for (const text of texts) for (const id of suitedBy(text)) panels.add(id);
  const badges = badgesOf(design, panels);
  // The largest words are read first.
  const first = texts.reduce<Layer | undefined>(
    (best, layer) => (best === undefined || rank(layer) > rank(best) ? layer : best),
    undefined,
  );
  // Several that fill the format, such as the bands of a transition, pass one another and are no background.
  const filling = design.layers.filter((layer) => fillsFormat(layer) && !layer.hidden);
  const background = filling.length === 1 ? filling[0] : undefined;
  const roles = new Map<string, Part>();
  for (const layer of design.layers) {
    if (layer.kind === "group" || layer.hidden || layer.guide) continue;
    if (layer === background) roles.set(layer.id, layer.kind === "picture" ? "photo" : "background");
    else if (layer.kind === "text") roles.set(layer.id, layer === first ? "first line" : "second line");
    else if (layer.kind === "picture") roles.set(layer.id, isPhoto(layer) ? "photo" : "mark");
    else if (badges.has(layer.id)) roles.set(layer.id, "mark");
    else if (panels.has(layer.id) || (layer.kind === "rectangle" && wide(layer))) roles.set(layer.id, "panel");
    else roles.set(layer.id, "accent");
  }
  return roles;
}

/** Layers whose colour a layer's own suits. */
export const suitedBy = (layer: Layer): string[] =>
  layer.kind === "text" && layer.fill.kind === "plain" && layer.fill.colour.startsWith("pair:")
    ? [layer.fill.colour.slice(5)]
    : [];

/** Whether a layer stands on another one, and not beside, above or below it. */
export const standsOn = ({ place: { on, at, from } }: Layer, id: string): boolean =>
  on === id && Math.abs(from.x - at.x) < 1 && Math.abs(from.y - at.y) < 1;

/** Shapes that carry a mark and no words, and what is tied to them: they come with the mark, before the bar. */
function badgesOf(design: Design, panels: ReadonlySet<string>): Set<string> {
  const shapes = new Map(
    design.layers.filter(({ kind }) => !["text", "picture", "group"].includes(kind)).map((l) => [l.id, l]),
  );
  const carried = (id: string, kind: Layer["kind"]): boolean => {
    const shape = shapes.get(id)!;
    const around = [shape.width, shape.height].flatMap((size) => (size.kind === "around" ? size.layers : []));
    return design.layers.some(
      (layer) =>
        layer.kind === kind && (standsOn(layer, id) || around.includes(layer.id) || suitedBy(layer).includes(id)),
    );
  };
  const badges = new Set([...shapes.keys()].filter((id) => carried(id, "picture") && !carried(id, "text")));
  for (const { id, place } of shapes.values()) {
    if (badges.has(place.on) && !panels.has(id) && !carried(id, "text")) badges.add(id);
  }
  return badges;
}

const rank = (layer: Layer): number =>
  layer.kind !== "text" ? 0 : (layer.setting.size ?? { title: 9, name: 4.6, caption: 5.2 }[layer.setting.type] ?? 3);
const wide = ({ width }: Layer): boolean => width.kind === "fixed" && width.u >= 14;

/**
 * Texts in the order in which they are read, as far as their places tell without laying them out: what stands below
 * another comes after it, and of what stands on the same area the upper comes first.
 */
export function wordsInOrder(design: Design): Layer[] {
  const byId = new Map(design.layers.map((layer) => [layer.id, layer]));
  const areas: string[] = [];
  const placeOf = (layer: Layer) => {
    let [root, depth] = [layer, 0];
    for (let on = byId.get(root.place.on); on?.kind === "text" && depth < 100; on = byId.get(root.place.on))
      [root, depth] = [on, depth + 1];
    const { on, from, dy } = root.place;
    if (!areas.includes(on)) areas.push(on);
    return [areas.indexOf(on), from.y, dy, depth] as const;
  };
  const texts = design.layers.filter(({ kind }) => kind === "text").map((layer) => ({ layer, at: placeOf(layer) }));
  const apart = (a: readonly number[], b: readonly number[]): number =>
    a.map((value, i) => value - b[i]!).find((by) => by !== 0) ?? 0;
  return texts.sort((a, b) => apart(a.at, b.at)).map(({ layer }) => layer);
}
