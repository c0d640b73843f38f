import type { Design } from "../document/design";
import type { House } from "../document/house";
import type { Layer } from "../document/layer";
import type { Field } from "../fields/field";
import { driveBy, exposeProperty, fieldOf } from "./fields";
import { carriesWords } from "./inks";
import { panelAround } from "./panels";

/*
 * Fields for all that a filler will want, in one press: words, the parts of an account that belong together, slots for
 * pictures, grounds of panels.
 */

/**
 * Lets fillers fill what they will want of a whole design. `read` is the ids of layers in reading order; those that are not
 * in it, as one format leaves them out, come after them. Gives the new fields' ids.
 */
export const exposeAllWanted = (design: Design, house: House, read: readonly string[]): string[] =>
  exposeWanted(design, house, [...new Set([...read, ...design.layers.map(({ id }) => id)])]);

/** The same of these layers only, in this order. */
export function exposeWanted(design: Design, house: House, order: readonly string[]): string[] {
  const before = new Set(design.fields.map(({ id }) => id));
  const layers = order.flatMap((id) => design.layers.filter((layer) => layer.id === id && !layer.hidden));
  exposeAccount(design, house, layers);
  for (const layer of layers) {
    if (layer.kind === "text") exposeText(design, house, layer, before);
    else if (layer.kind === "picture") exposeMedia(design, house, layer);
  }
  for (const layer of layers) if (layer.kind !== "text" && layer.kind !== "picture") exposeGround(design, house, layer);
  // Read from top to bottom, as the graphic is; colours come last.
  const isNew = (field: Field) => !before.has(field.id);
  const rank = (field: Field) =>
    (field.kind === "colour" ? 1000 : 0) + Math.min(...field.drives.map(({ layer }) => order.indexOf(layer)));
  const added = design.fields.filter(isNew).sort((a, b) => rank(a) - rank(b));
  design.fields = [...design.fields.filter((field) => !isNew(field)), ...added];
  return added.map(({ id }) => id);
}

/** Whether a text shows what is written, and not what a clock says. */
const isWords = (layer: Layer): boolean => layer.kind === "text" && !layer.timer && layer.text.trim() !== "";

function exposeText(design: Design, house: House, layer: Layer, before: ReadonlySet<string>): void {
  if (!isWords(layer) || fieldOf(design, layer.id, "text")) return;
  const isFirst = !design.fields.some(({ kind, id }) => (kind === "line" || kind === "text") && !before.has(id));
  const lines = layer.kind === "text" ? layer.setting.maxLines : 1;
  const id = exposeProperty(design, layer.id, "text", house, lines > 2 ? "text" : "line");
  const field = design.fields.find((one) => one.id === id);
  if (!field || isFirst || !("required" in field)) return;
  // Only the first line must be filled; what stays empty goes, and its panel with it.
  field.required = false;
  const showIf = { field: field.id, is: "filled" } as const;
  layer.showIf ??= { ...showIf };
  const panel = panelAround(design, layer.id);
  if (panel?.width.kind === "around" && panel.width.layers.length === 1) panel.showIf ??= { ...showIf };
}

type PictureLayer = Extract<Layer, { kind: "picture" }>;

/** The account that a design shows, and the picture that shows its mark: by that mark, or else by what is written. */
function accountShown(house: House, layers: readonly Layer[]) {
  const pictures = layers.filter((layer): layer is PictureLayer => layer.kind === "picture");
  for (const picture of pictures) {
    const account = house.accounts.find(({ mark }) => picture.media === `mark:${mark}`);
    if (account) return { account, picture };
  }
  const written = layers.flatMap((layer) => (layer.kind === "text" ? [layer.text.trim()] : []));
  const account = house.accounts.find(({ handle }) => written.includes(handle));
  const marks = pictures.filter(({ media }) => media.startsWith("mark:"));
  // Beside a handle, the only mark there is is that account's, whichever it shows so far.
  return account && marks.length === 1 ? { account, picture: marks[0]! } : undefined;
}

/** A badge's mark and ground, and the words that say an account's handle or network, come together. */
function exposeAccount(design: Design, house: House, layers: readonly Layer[]): void {
  if (house.accounts.length === 0 || design.fields.some(({ kind }) => kind === "account")) return;
  const shown = accountShown(house, layers);
  if (!shown || fieldOf(design, shown.picture.id, "media")) return;
  const { account, picture } = shown;
  const field = exposeProperty(design, picture.id, "media", house, "account");
  const made = design.fields.find(({ id }) => id === field);
  if (!field || made?.kind !== "account") return;
  made.default = account.id;
  const drive = (layer: string, property: string, part: "handle" | "network" | "ground") => {
    if (fieldOf(design, layer, property)) return;
    driveBy(design, field, layer, property);
    made.drives.at(-1)!.part = part;
  };
  const disc = layers.find(({ id }) => id === picture.place.on);
  if (disc && "fill" in disc && disc.kind !== "text" && disc.fill?.kind === "plain")
    drive(disc.id, "fill.colour", "ground");
  for (const text of layers) {
    if (text.kind !== "text") continue;
    if (house.accounts.some(({ handle }) => handle === text.text.trim())) drive(text.id, "text", "handle");
    else if (house.accounts.some(({ network }) => network === text.text.trim())) drive(text.id, "text", "network");
    // Beside the badge, on its bar or at the mark itself, stands the handle, whatever it says so far.
    else if ([disc?.id, picture.id].includes(text.place.on) && isWords(text)) drive(text.id, "text", "handle");
  }
}

function exposeMedia(design: Design, house: House, layer: Extract<Layer, { kind: "picture" }>): void {
  if (fieldOf(design, layer.id, "media")) return;
  const kind = layer.media.startsWith("mark:") ? "mark" : layer.media.startsWith("video:") ? "video" : "picture";
  exposeProperty(design, layer.id, "media", house, kind);
}

/** The ground of a panel that words stand on, in the colours that the house puts words on. */
function exposeGround(design: Design, house: House, layer: Layer): void {
  const fill = "fill" in layer && layer.kind !== "text" ? layer.fill : undefined;
  if (fill?.kind !== "plain" || !fill.colour.startsWith("house:") || fieldOf(design, layer.id, "fill.colour")) return;
  if (!carriesWords(design, layer.id)) return;
  const id = exposeProperty(design, layer.id, "fill.colour", house, "colour");
  const field = design.fields.find((one) => one.id === id);
  if (field?.kind !== "colour") return;
  const readable = house.colours.filter(({ on, role }) => on.length > 0 || role === field.default);
  field.choices = readable.map(({ role }) => role).slice(0, 32);
}
