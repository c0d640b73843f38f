import type { z } from "zod";

/** What a schema is made of, as far as traversals ask. */
export type SchemaDef = {
  readonly type: string;
  readonly shape?: Readonly<Record<string, z.ZodType>>;
  readonly element?: z.ZodType;
  readonly options?: readonly z.ZodType[];
  readonly discriminator?: string;
  readonly innerType?: z.ZodType;
  readonly defaultValue?: unknown;
  readonly valueType?: z.ZodType;
  readonly items?: readonly z.ZodType[];
};
export const defOf = (schema: z.ZodType): SchemaDef => schema._zod.def as unknown as SchemaDef;

/** Which of a union's schemas a value is of. */
export function optionOf({ options, discriminator }: SchemaDef, value: unknown): z.ZodType | undefined {
  if (discriminator === undefined) return options!.find((option) => option.safeParse(value).success);
  if (typeof value !== "object" || value === null) return undefined;
  const word = (value as Record<string, unknown>)[discriminator];
  return options!.find((option) => {
    const def = defOf(option);
    // A union inside a union: by shape.
    if (def.type === "union") return optionOf(def, value) !== undefined;
    const literal = def.shape?.[discriminator];
    return literal?.safeParse(word).success ?? false;
  });
}

/** The schema without what makes it optional or gives it a default. */
export function innermost(schema: z.ZodType): z.ZodType {
  const { innerType } = defOf(schema);
  return innerType ? innermost(innerType) : schema;
}

/** The schema of what stands at a path into an object; undefined where there is none. */
export function schemaAt(def: SchemaDef, path: readonly string[], value: unknown): z.ZodType | undefined {
  let found: z.ZodType[] = def.shape?.[path[0]!] ? [innermost(def.shape[path[0]!]!)] : [];
  for (const step of path.slice(1)) {
    found = found.flatMap(alternatives).flatMap((schema) => {
      const inner = defOf(schema);
      const next = inner.shape?.[step] ?? inner.items?.[Number(step)] ?? inner.element;
      return next ? [innermost(next)] : [];
    });
  }
  // Of what a union has at this place, what the value fits.
  return found.length > 1 ? found.find((schema) => schema.safeParse(value).success) : found[0];
}

const alternatives = (schema: z.ZodType): z.ZodType[] => {
  const { type, options } = defOf(schema);
  return type === "union" ? options!.flatMap((option) => alternatives(innermost(option))) : [schema];
};
