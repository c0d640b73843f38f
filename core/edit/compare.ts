import { sameJson } from "../same";
import type { Design } from "../document/design";
import type { Layer } from "../document/layer";

/** What is different between two states of a design, in sentences for people. */
export function changesBetween(before: Design, after: Design): string[] {
  const changes: string[] = [];
  const say = (condition: boolean, text: string) => condition && changes.push(text);
  const differs = (a: unknown, b: unknown) => !sameJson(a, b);
  say(before.name !== after.name, `Its name is now “${after.name}”.`);
  for (const id of after.formats) say(!before.formats.includes(id), `New format: ${id}.`);
  for (const id of before.formats) say(!after.formats.includes(id), `No longer in ${id}.`);
  say(differs(before.length, after.length), "Its lengths have changed.");
  say(differs(before.finish, after.finish), "Its finish has changed.");
  say(differs([before.notes, before.about], [after.notes, after.about]), "Its notes have changed.");
  compare(
    before.layers,
    after.layers,
    changes,
    "layer",
    ({ name }) => name,
    (old, now) => partsOf(old, now),
  );
  compare(
    before.fields,
    after.fields,
    changes,
    "field",
    ({ label }) => label,
    () => "has changed",
  );
  const order = (layers: readonly Layer[], known: readonly Layer[]) =>
    layers.map(({ id }) => id).filter((id) => known.some((layer) => layer.id === id));
  say(
    differs(order(before.layers, after.layers), order(after.layers, before.layers)),
    "The order of the layers has changed.",
  );
  const covered = ["name", "formats", "length", "finish", "notes", "about", "layers", "fields"];
  const rest = (design: Design) =>
    Object.entries(design)
      .filter(([key]) => !covered.includes(key))
      .sort();
  say(differs(rest(before), rest(after)), "Its settings have changed.");
  return changes;
}

function compare<T extends { id: string }>(
  before: readonly T[],
  after: readonly T[],
  changes: string[],
  what: string,
  name: (entry: T) => string,
  how: (old: T, now: T) => string,
): void {
  for (const now of after) {
    const old = before.find(({ id }) => id === now.id);
    if (!old) changes.push(`New ${what} “${name(now)}”.`);
    else if (!sameJson(old, now)) changes.push(`The ${what} “${name(now)}” ${how(old, now)}.`);
  }
  for (const old of before)
    if (!after.some(({ id }) => id === old.id)) changes.push(`The ${what} “${name(old)}” is gone.`);
}

/** Which sides of a layer have changed. */
function partsOf(old: Layer, now: Layer): string {
  const groups: readonly (readonly [string, readonly string[]])[] = [
    ["words", ["text", "setting", "stretches", "media"]],
    ["place", ["place", "width", "height", "turn", "scale", "pivot", "links", "in"]],
    ["motion", ["moves", "keys", "meter", "timer", "motionBlur"]],
    ["formats", ["overrides"]],
  ];
  const value = (layer: Layer, key: string) => JSON.stringify((layer as Record<string, unknown>)[key]);
  const keys = new Set([...Object.keys(old), ...Object.keys(now)]);
  const changed = [...keys].filter((key) => value(old, key) !== value(now, key));
  const named = new Set(changed.map((key) => groups.find(([, members]) => members.includes(key))?.[0] ?? "look"));
  return `has another ${[...named].join(", ")}`;
}
