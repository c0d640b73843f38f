import { Layer } from "../document/layer";
import { IssueError } from "../issue";

/** Puts one property, by its path such as `place.dx`, into a copy of a layer, and checks it against the schema. */
export function withProperty(layer: Layer, path: string, value: unknown): Layer {
  const copy = structuredClone(layer) as unknown as Record<string, unknown>;
  const steps = path.split(".");
  const last = steps.pop()!;
  let target: Record<string, unknown> = copy;
  for (const step of steps) {
    const next = Object.hasOwn(target, step) ? target[step] : undefined;
    if (typeof next !== "object" || next === null) {
      throw new IssueError({ code: "property_unknown", layer: layer.id, property: path });
    }
    target = next as Record<string, unknown>;
  }
  target[last] = value;
  const parsed = Layer.safeParse(copy);
  if (!parsed.success) {
    const reason = parsed.error.issues[0]?.message ?? "not valid";
    throw new IssueError({ code: "value_refused", layer: layer.id, property: path, reason });
  }
  return parsed.data;
}
