import { z } from "zod";
import type { House } from "../document/house";
import type { Limits } from "../document/limits";
import { Id, Name } from "../document/units";
import { refTo } from "../document/references";
import type { FieldValue, OwnMedia } from "./value";

export const Drive = z.strictObject({
  layer: refTo("layer"),
  property: z.string().regex(/^[a-zA-Z0-9]+(\.[a-zA-Z0-9]+)*$/),
  part: z
    .enum(["handle", "network", "mark", "ground", "ink"])
    .optional()
    .describe("Of an account: its handle unless said"),
});
export type Drive = z.infer<typeof Drive>;

/** What every field says of itself, whatever its kind. */
export const base = {
  id: Id,
  label: Name,
  help: z.string().max(300).default(""),
  group: z.string().max(60).default(""),
  drives: z.array(Drive).max(64).default([]).describe("The properties this field fills"),
};

/** A value that cannot be used, with words a filler understands. */
export interface Fault {
  readonly code:
    | "unknown"
    | "required"
    | "short"
    | "long"
    | "choice"
    | "forbidden"
    | "length"
    | "sample"
    | "range"
    | "pattern"
    | "lines";
  readonly message: string;
}

/** One of the things that may be chosen. */
export interface Offer {
  readonly id: string;
  readonly label: string;
  /** What else it goes by in a table. */
  readonly also?: string;
}

/** What a field puts into a property: `own` is a file that is no part of the house style. */
export type Filling = string | number | boolean | object | { readonly own: OwnMedia };

/** One kind of field: what it is in a document, what may be entered for it, and what becomes of that. */
export interface FieldKind<F = unknown, V extends FieldValue = FieldValue> {
  readonly schema: z.ZodType<F>;
  /** What may be entered. */
  readonly value: z.ZodType<V>;
  /** What a fresh form holds. */
  readonly start: (field: F) => V;
  /** What shows the design at its best. */
  readonly sample: (field: F) => V;
  /** Everything that stops a value from being exported. */
  readonly faults: (field: F, value: V) => readonly Fault[];
  /** What stands on the picture; with `samples` also where nothing is entered yet. */
  readonly shown: (field: F, value: V, samples: boolean) => V;
  /** Whether layers that show only while it is filled show. */
  readonly isFilled: (value: V) => boolean;
  /** The properties that a drive fills, by their paths, in one format. */
  readonly puts: (
    field: F,
    drive: Drive,
    value: V,
    filled: { readonly house: House; readonly format: string },
  ) => readonly (readonly [path: string, value: Filling])[];
  /** From and to a cell of a table; undefined for text that is no such value. */
  readonly fromText: (field: F, text: string) => V | undefined;
  readonly toText: (field: F, value: V) => string;
  /** Whether it can fill a property that holds such a value: the smaller the number, the better. */
  readonly fits: (path: string, held: unknown) => number | undefined;
  /** What a new one needs beside its id and label, from what it is to fill; undefined when the house has nothing to offer. */
  readonly make: (from: {
    readonly label: string;
    readonly held: unknown;
    readonly limits: Limits | undefined;
    readonly house: House;
  }) => object | undefined;
  /** The right value that a wrong one most likely stands for; undefined where nobody can know. */
  readonly mend?: (field: F, entered: FieldValue, house: House) => V | undefined;
  /** What may be chosen, where something is: by its id and what it is called. */
  readonly offered?: (field: F, house: House) => readonly Offer[];
  /** What it is, for who designs: “a line of text”. */
  readonly label: string;
  /** What whoever fills in does with it, where the designer says nothing. */
  readonly help: string;
}

/** A kind with the types of its field and values kept. */
export const defineField = <S extends z.ZodType, V extends FieldValue>(
  kind: Omit<FieldKind<z.infer<S>, V>, "schema"> & { readonly schema: S },
): Omit<FieldKind<z.infer<S>, V>, "schema"> & { readonly schema: S } => kind;

export const isText = (path: string): boolean => path === "text";
export const isMedia = (path: string): boolean => path === "media";
export const isColour = (path: string): boolean => /(^|\.)colour$/.test(path);

/** The id in a reference such as `mark:<id>`. */
export const idIn = (held: unknown): string => String(held ?? "").replace(/^[a-z]+:/, "");

/** A fault where what is entered is none of what is on offer. */
export const notOffered = (
  { label, choices }: { readonly label: string; readonly choices: readonly string[] },
  value: string,
): Fault[] =>
  value === "" || choices.includes(value) ? [] : [{ code: "choice", message: `${label}: “${value}” is not on offer.` }];

/** Choices among all that the house has, the one that stands there now first in hand. */
export function offers(
  ids: readonly string[],
  held: unknown,
): { choices: readonly string[]; default: string } | undefined {
  const wanted = idIn(held);
  return ids.length === 0 ? undefined : { choices: ids, default: ids.includes(wanted) ? wanted : ids[0]! };
}

/** Of the house's things those that are on offer, by their names. */
export const offersNamed = (all: readonly { id: string; name: string }[], choices: readonly string[]): Offer[] =>
  all.filter(({ id }) => choices.includes(id)).map(({ id, name }) => ({ id, label: name }));
