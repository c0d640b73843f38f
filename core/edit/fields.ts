import type { Design } from "../document/design";
import { Field } from "../document/field";
import type { House } from "../document/house";
import { limitsOf, within, type Limits } from "../document/limits";
import { freshId, idFrom } from "./blank";
import { readPath } from "./property";

/** Which kind of field can fill a property that holds such a value; undefined where none can. */
export function fieldKindFor(path: string, value?: unknown): Field["kind"] | undefined {
  if (path === "text") return "line";
  if (path === "media") return "mark";
  if (/(^|\.)colour$/.test(path)) return "colour";
  if (typeof value === "number") return "number";
  if (typeof value === "boolean") return "toggle";
  return typeof value === "string" && /^[a-z]+\.(align|case|figures|fit|side|cap|join)$/.test(path)
    ? "choice"
    : undefined;
}

/** Kinds that may stand in for each other on a property. */
export function kindsFor(path: string, value?: unknown): readonly Field["kind"][] {
  if (path === "text") return ["line", "text", "choice", "number", "account"];
  if (path === "media") return ["mark", "picture", "video", "account"];
  if (fieldKindFor(path) === "colour") return ["colour", "account"];
  const kind = fieldKindFor(path, value);
  return kind === undefined ? [] : kind === "number" ? ["number", "choice"] : [kind];
}

const partOf = (path: string): Field["drives"][number]["part"] =>
  path === "media" ? "mark" : path === "text" ? "handle" : "ground";

/** A field of this kind with what the house offers, filled with what the layer shows now. */
function newField(
  kind: Exclude<Field["kind"], "number">,
  id: string,
  label: string,
  value: string,
  house: House,
): Field | undefined {
  const base = { id, label };
  const chosen = (ids: readonly string[]) => {
    const wanted = value.slice(value.indexOf(":") + 1);
    return { choices: ids, default: ids.includes(wanted) ? wanted : (ids[0] ?? "") };
  };
  const offers = {
    colour: house.colours.map(({ role }) => role),
    mark: house.marks.map((mark) => mark.id),
    picture: house.pictures.map((picture) => picture.id),
    video: house.videos.map((video) => video.id),
    account: house.accounts.map((account) => account.id),
  };
  if (kind === "toggle") return Field.parse({ ...base, kind, default: value === "true" });
  if (kind === "choice") {
    const held = value !== "" && Number.isFinite(Number(value)) ? Number(value) : value;
    return Field.parse({
      ...base,
      kind,
      options: [{ id: "first", label: value || label, value: held }],
      default: "first",
    });
  }
  if (kind === "line" || kind === "text") {
    return Field.parse({
      ...base,
      kind,
      required: true,
      sample: value || label,
      ...(kind === "text" ? { max: 200 } : {}),
    });
  }
  // A cue is handed over where it is edited, not from a property.
  if (kind === "cue") return undefined;
  const choices = offers[kind];
  if (choices.length === 0) return undefined;
  const made =
    kind === "picture" || kind === "video"
      ? { ...base, kind, choices, sample: choices[0] }
      : { ...base, kind, ...chosen(choices) };
  return Field.parse(made);
}

/** Limits around what stands there now, within what the property takes: a share stays a share, a length may double. */
function numberField(base: { id: string; label: string }, value: number, most: Limits | undefined): Field {
  const { min, max, whole } = most ?? { min: -10000, max: 10000, whole: false };
  const share = !whole && min >= 0 && value >= 0 && value <= 1;
  const reach = Math.max(whole ? 4 : 1, Math.abs(value) * 2);
  const wanted = share ? { min: 0, max: 1, step: 0.01 } : { min: value < 0 ? -reach : 0, max: reach, step: 0.1 };
  const held = (n: number) => within(n, { min: Math.max(-10000, min), max: Math.min(10000, max), whole });
  const limits = { min: held(wanted.min), max: held(wanted.max), step: whole ? 1 : wanted.step };
  return Field.parse({ ...base, kind: "number", ...limits, default: held(value) });
}

/** Lets a new field fill a property; gives the field's id, or undefined when the house has nothing to offer. */
export function exposeProperty(
  design: Design,
  layerId: string,
  path: string,
  house: House,
  wanted?: Field["kind"],
): string | undefined {
  const layer = design.layers.find((entry) => entry.id === layerId);
  const kind = wanted ?? fieldKindFor(path, layer && readPath(layer, path));
  if (!layer || !kind) return undefined;
  const name =
    kind === "account"
      ? "Account"
      : kind === "colour"
        ? `${layer.name} colour`
        : path === "text" || path === "media"
          ? layer.name
          : `${layer.name} ${path.split(".").pop()}`.slice(0, 80);
  const id = freshId(idFrom(name, "field"), new Set(design.fields.map((field) => field.id)));
  const value = String(readPath(layer, path) ?? "");
  const field =
    kind === "number"
      ? numberField({ id, label: name }, Number(value) || 0, limitsOf(layer, path, Number(value) || 0))
      : newField(kind, id, name, value, house);
  if (!field) return undefined;
  field.drives = [{ layer: layerId, property: path, ...(kind === "account" ? { part: partOf(path) } : {}) }];
  design.fields.push(field);
  return id;
}

/** Lets the filler set when a cue comes; gives the field's id. */
export function exposeCue(design: Design, cueId: string): string | undefined {
  const cue = design.cues.find(({ id }) => id === cueId);
  if (!cue || design.fields.some((field) => field.kind === "cue" && field.cue === cueId)) return undefined;
  const id = freshId(idFrom(cue.name, "cue"), new Set(design.fields.map((field) => field.id)));
  const label = `When: ${cue.name}`.slice(0, 80);
  design.fields.push(Field.parse({ id, label, kind: "cue", cue: cueId, max: design.length.max, default: cue.at }));
  return id;
}

/** The field that fills a property. */
export const fieldOf = (design: Design, layerId: string, path: string): Field | undefined =>
  design.fields.find((field) => field.drives.some((drive) => drive.layer === layerId && drive.property === path));

/** Lets an existing field fill this property too, and no other field any more. */
export function driveBy(design: Design, fieldId: string, layerId: string, path: string): void {
  stopFilling(design, layerId, path);
  const field = design.fields.find((entry) => entry.id === fieldId);
  if (!field || field.drives.length >= 64) return;
  field.drives.push({ layer: layerId, property: path, ...(field.kind === "account" ? { part: partOf(path) } : {}) });
}

/** Takes a property out of every field; a field that fills nothing any more stays until it is taken away itself. */
export function stopFilling(design: Design, layerId: string, path: string): void {
  for (const field of design.fields) {
    field.drives = field.drives.filter((drive) => drive.layer !== layerId || drive.property !== path);
  }
}

/** Takes a field away, and every condition that asks for it. */
export function removeField(design: Design, fieldId: string): void {
  design.fields = design.fields.filter((field) => field.id !== fieldId);
  for (const layer of design.layers) if (layer.showIf?.field === fieldId) delete layer.showIf;
}
