import { Design } from "../document/design";
import { Field } from "../fields/field";
import { Layer } from "../document/layer";

/**
 * Why a change of a design can't be: the schema's words for the first thing that does not fit, undefined when all is
 * well. Only what the change touched is read again, so that this may be asked for every step of a drag.
 */
export function refusalOf(before: Design, after: Design): string | undefined {
  for (const [i, layer] of after.layers.entries()) {
    if (layer === before.layers[i] || before.layers.includes(layer)) continue;
    const read = Layer.safeParse(layer);
    if (!read.success) return `${layer.name}: ${wordsOf(read.error)}`;
  }
  for (const field of after.fields) {
    if (before.fields.includes(field)) continue;
    const read = Field.safeParse(field);
    if (!read.success) return `${field.label}: ${wordsOf(read.error)}`;
  }
  // Which ids there are, and everything beside layers and fields, hardly ever changes.
  const others = Object.keys(after).some(
    (key) => key !== "layers" && key !== "fields" && after[key as keyof Design] !== before[key as keyof Design],
  );
  if (!others && sameIds(before, after)) return undefined;
  const read = Design.safeParse(after);
  return read.success ? undefined : wordsOf(read.error);
}

const idsOf = ({ layers, fields }: Design): string =>
  JSON.stringify([layers.map(({ id, moves }) => [id, moves.map((move) => move.id)]), fields.map(({ id }) => id)]);

const sameIds = (before: Design, after: Design): boolean =>
  (before.layers === after.layers && before.fields === after.fields) || idsOf(before) === idsOf(after);

function wordsOf(error: { issues: readonly { path: PropertyKey[]; message: string }[] }): string {
  const [issue] = error.issues;
  const place = issue!.path.filter((step) => typeof step === "string").join(" ");
  return place === "" ? issue!.message : `${place}: ${issue!.message}`;
}
