import type { Design } from "../document/design";
import type { Drive } from "../fields/define";
import { Field, fieldKindNames, isWritten, kindOf } from "../fields/field";
import type { House } from "../document/house";
import { limitsOf } from "../document/limits";
import { freshId, idFrom } from "./blank";
import { propertyLabel } from "./property-facts";
import { readPath } from "./property";

/** Kinds that can fill a property which holds such a value, the one that suits it best first. */
export function kindsFor(path: string, value?: unknown): readonly Field["kind"][] {
  return fieldKindNames
    .flatMap((kind) => {
      const rank = kindOf({ kind }).fits(path, value);
      return rank === undefined ? [] : [{ kind, rank }];
    })
    .sort((a, b) => a.rank - b.rank)
    .map(({ kind }) => kind);
}

const partOf = (path: string): Drive["part"] => (path === "media" ? "mark" : path === "text" ? "handle" : "ground");

/** Lets a new field fill a property; gives the field's id, or undefined when the house has nothing to offer. */
export function exposeProperty(
  design: Design,
  layerId: string,
  path: string,
  house: House,
  wanted?: Field["kind"],
): string | undefined {
  const layer = design.layers.find((entry) => entry.id === layerId);
  const held = layer && readPath(layer, path);
  const kind = wanted ?? kindsFor(path, held)[0];
  if (!layer || !kind) return undefined;
  const name =
    kind === "account"
      ? "Account"
      : kind === "colour"
        ? `${layer.name} colour`
        : path === "text" || path === "media"
          ? layer.name
          : `${layer.name} ${propertyLabel(layer, path).toLowerCase()}`.slice(0, 80);
  const id = freshId(idFrom(name, "field"), new Set(design.fields.map((field) => field.id)));
  const limits = typeof held === "number" ? limitsOf(layer, path, held) : undefined;
  const made = kindOf({ kind }).make({ label: name, held, limits, house });
  const field = made && Field.parse({ id, label: name, kind, ...made });
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

/** Writes what a text says on the bench: its own words, and the sample of the field that fills it. */
export function writeWords(design: Design, layerId: string, text: string): void {
  const layer = design.layers.find(({ id }) => id === layerId);
  if (layer?.kind !== "text") return;
  layer.text = text.slice(0, 2000);
  const field = fieldOf(design, layerId, "text");
  if (field && isWritten(field)) field.sample = text.slice(0, 500);
}

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
