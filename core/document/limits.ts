import { z } from "zod";
import { Layer } from "./layer";
import { defOf, optionOf, schemaAt } from "./schema-walk";

/** What a number may be. */
export interface Limits {
  readonly min: number;
  readonly max: number;
  readonly whole: boolean;
}

const known = new Map<string, Limits | undefined>();

/** What the schema lets a number of a layer be, by the path of its property; undefined where no number stands. */
export function limitsOf(layer: Layer, path: string, value: number): Limits | undefined {
  const key = `${layer.kind} ${path}`;
  // Of a size, what stands at a path depends on how it is measured.
  const lasting = !/^(width|height)\.|\d/.test(path);
  if (lasting && known.has(key)) return known.get(key);
  const kind = optionOf(defOf(Layer), layer);
  const schema = kind && schemaAt(defOf(kind), path.split("."), value);
  const found =
    schema instanceof z.ZodNumber
      ? {
          min: schema.minValue ?? -Number.MAX_VALUE,
          max: schema.maxValue ?? Number.MAX_VALUE,
          whole: schema.isInt,
        }
      : undefined;
  if (lasting) known.set(key, found);
  return found;
}

/** The nearest number within limits. */
export function within(value: number, { min, max, whole }: Limits): number {
  const held = Math.min(max, Math.max(min, value));
  return whole ? Math.round(held) : held;
}
