import { z } from "zod";
import { defOf, innermost, optionOf, schemaAt, type SchemaDef } from "./schema-walk";
import { boxWords, Id } from "./units";

/** What a place of a document can name. */
export type RefKind =
  | "layer"
  /** Whatever group the layer is in. */
  | "own-group"
  | "move"
  | "cue"
  | "field"
  | "colour"
  | "type"
  | "mark"
  | "picture"
  | "video"
  | "sound"
  | "account"
  | "format"
  | "output"
  | "saved-move";

export interface Ref {
  readonly kind: RefKind;
  readonly id: string;
}

/** How a text of a schema names something, and what it says when what it named is gone. */
interface Spelling {
  readonly read: (text: string) => Ref | undefined;
  readonly write: (ref: Ref, before: string) => string;
  /** Nothing: then the place goes, or the smallest thing around it that can. */
  readonly gone?: string;
}

const spellings = z.registry<Spelling>();
/** Schemas of instants and of layers, whose own rules a traversal knows. */
const parts = z.registry<{ readonly part: "instant" | "overrides" }>();

/** A text with a spelling of its own, such as `house:<role>`. */
export const spelled = <S extends z.ZodType>(schema: S, spelling: Spelling): S => {
  spellings.add(schema, spelling);
  return schema;
};

/** A text that is the id of something, and nothing else. */
export const refTo = (kind: RefKind) => spelled(Id.clone(), { read: (id) => ({ kind, id }), write: ({ id }) => id });

export const asInstant = <S extends z.ZodType>(schema: S): S => {
  parts.add(schema, { part: "instant" });
  return schema;
};

export const asOverrides = <S extends z.ZodType>(schema: S): S => {
  parts.add(schema, { part: "overrides" });
  return schema;
};

/** Texts such as `mark:<id>`: the word before the colon says what kind of thing is named. */
export const prefixed = (kinds: Readonly<Record<string, RefKind>>, gone: string): Spelling => ({
  gone,
  read: (text) => {
    const at = text.indexOf(":");
    const kind = at < 0 ? undefined : kinds[text.slice(0, at)];
    return kind && { kind, id: text.slice(at + 1) };
  },
  write: ({ kind, id }) => `${Object.keys(kinds).find((word) => kinds[word] === kind)}:${id}`,
});

/** A box to measure against: reserved words, or a layer. */
export const boxSpelling: Spelling = {
  gone: "format",
  read: (id) => (id === "group" ? { kind: "own-group", id } : boxWords.has(id) ? undefined : { kind: "layer", id }),
  write: ({ id }) => id,
};

/** Said of a place whose thing is gone. */
export const gone = Symbol("gone");

export interface Changes {
  /** Another id for what is named, `gone` when there is no such thing any more, undefined to leave it. */
  readonly ref: (ref: Ref, text: string) => string | typeof gone | undefined;
  /** Asked for every instant that hangs on a cue or a video, before what it names. */
  readonly instant?: (at: Instant) => unknown;
}

export interface Instant {
  readonly anchor: string;
  readonly gap: number;
  readonly cue?: string;
  readonly layer?: string;
  readonly edge?: string;
}

/**
 * A document, or a part of one, with everything it names named anew; what does not change is shared. A place whose
 * thing is gone takes the words for that, or falls away: an entry from its list, a property from its object, or the
 * nearest thing around it that can be missing. Answers `gone` when that is the whole.
 */
export function withReferences(schema: z.ZodType, value: unknown, changes: Changes): unknown {
  const spelling = spellings.get(schema);
  if (spelling && typeof value === "string") {
    const ref = spelling.read(value);
    const next = ref && changes.ref(ref, value);
    if (next === gone) return spelling.gone ?? gone;
    return next === undefined ? value : spelling.write({ ...ref!, id: next }, value);
  }
  const part = parts.get(schema)?.part;
  if (part === "instant") {
    const next = changes.instant?.(value as Instant);
    if (next !== undefined) return next;
  }
  const def = defOf(schema);
  switch (def.type) {
    case "object":
      return inObject(def, value, changes);
    case "array":
      return inArray(schema, def.element!, value, changes);
    case "tuple":
      return inTuple(def.items!, value, changes);
    case "union": {
      const option = optionOf(def, value);
      return option ? withReferences(option, value, changes) : value;
    }
    case "optional": {
      if (value === undefined) return value;
      const next = withReferences(def.innerType!, value, changes);
      return next === gone ? undefined : next;
    }
    case "default": {
      if (value === undefined) return value;
      const next = withReferences(def.innerType!, value, changes);
      return next === gone ? structuredClone(def.defaultValue) : next;
    }
    default:
      return value;
  }
}

function inObject(def: SchemaDef, value: unknown, changes: Changes): unknown {
  if (typeof value !== "object" || value === null) return value;
  const held = value as Record<string, unknown>;
  let result = held;
  for (const [key, schema] of Object.entries(def.shape!)) {
    if (held[key] === undefined) continue;
    const overrides = parts.get(innermost(schema))?.part === "overrides";
    const next = overrides
      ? inOverrides(def, held[key] as Overrides, changes)
      : withReferences(schema, held[key], changes);
    if (next === held[key]) continue;
    if (next === gone) return gone;
    if (result === held) result = { ...held };
    if (next === undefined) delete result[key];
    else result[key] = next;
  }
  return result;
}

type Overrides = Record<string, Record<string, unknown>>;

/** Values that formats have of their own: each is what stands at its path. */
function inOverrides(layer: SchemaDef, overrides: Overrides, changes: Changes): Overrides {
  let result = overrides;
  for (const [format, values] of Object.entries(overrides)) {
    for (const [path, value] of Object.entries(values)) {
      const schema = schemaAt(layer, path.split("."), value);
      let lost = false;
      const ref: Changes["ref"] = (named, text) => {
        const next = changes.ref(named, text);
        lost ||= next === gone;
        return next;
      };
      const told = schema ? withReferences(schema, value, { ...changes, ref }) : value;
      // A format follows the design again where what it had of its own names nothing any more.
      const next = lost ? gone : told;
      if (next === value) continue;
      if (result === overrides) result = { ...overrides };
      if (result[format] === values) result[format] = { ...values };
      if (next === gone || next === undefined) delete result[format]![path];
      else result[format]![path] = next;
    }
  }
  return result;
}

function inArray(schema: z.ZodType, element: z.ZodType, value: unknown, changes: Changes): unknown {
  if (!Array.isArray(value)) return value;
  const next = value.map((entry: unknown) => withReferences(element, entry, changes)).filter((entry) => entry !== gone);
  if (next.length === value.length && next.every((entry, i) => entry === value[i])) return value;
  // Whatever else the schema asks of its lists, an empty one is told by it.
  return next.length === 0 && !schema.safeParse([]).success ? gone : next;
}

function inTuple(items: readonly z.ZodType[], value: unknown, changes: Changes): unknown {
  if (!Array.isArray(value)) return value;
  const next = value.map((entry: unknown, i) => (items[i] ? withReferences(items[i], entry, changes) : entry));
  if (next.includes(gone)) return gone;
  return next.every((entry, i) => entry === value[i]) ? value : next;
}

/** Everything a document, or a part of one, names, each as often as it does. */
export function referencesIn(schema: z.ZodType, value: unknown): Ref[] {
  const refs: Ref[] = [];
  withReferences(schema, value, { ref: (ref) => void refs.push(ref) });
  return refs;
}
