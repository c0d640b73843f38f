import { Layer } from "../document/layer";
import { IssueError } from "../issue";

/** A property by its path, such as `place.dx`, and what comes there. */
export type Put = readonly [path: string, value: unknown];

/**
 * A copy of a layer with properties put in, checked against the schema once. Throws an IssueError that names the
 * property that can't take its value.
 */
export function withProperties(layer: Layer, puts: readonly Put[]): Layer {
  if (puts.length === 0) return layer;
  const copy = structuredClone(layer) as unknown as Record<string, unknown>;
  if (puts.every((entry) => put(copy, entry))) {
    const parsed = Layer.safeParse(copy);
    if (parsed.success) return parsed.data;
  }
  // One by one: what was put first may make the place of the next, and the one that is wrong is to be named.
  return puts.reduce(withProperty, layer);
}

function withProperty(layer: Layer, [path, value]: Put): Layer {
  const copy = structuredClone(layer) as unknown as Record<string, unknown>;
  if (!put(copy, [path, value])) throw new IssueError({ code: "property_unknown", layer: layer.id, property: path });
  const parsed = Layer.safeParse(copy);
  if (!parsed.success) {
    const reason = parsed.error.issues[0]?.message ?? "not valid";
    throw new IssueError({ code: "value_refused", layer: layer.id, property: path, reason });
  }
  return parsed.data;
}

/** False when the path leads nowhere. */
function put(into: Record<string, unknown>, [path, value]: Put): boolean {
  const steps = path.split(".");
  const last = steps.pop()!;
  let target = into;
  for (const step of steps) {
    const next = Object.hasOwn(target, step) ? target[step] : undefined;
    if (typeof next !== "object" || next === null) return false;
    target = next as Record<string, unknown>;
  }
  target[last] = value;
  return true;
}
