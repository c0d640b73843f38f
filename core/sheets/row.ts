import { z } from "zod";
import type { Design } from "../document/design";
import { Id } from "../document/units";
import {
  FootageRef,
  checkValues,
  readEntered,
  startOf,
  textOf,
  type ValueFault,
  type Values,
} from "../document/values";
import type { House } from "../document/house";
import { kindOf, type Field } from "../fields/field";
import { FieldValue } from "../fields/value";

/** Columns of a sheet that are no fields; no field can be called so. */
export const ownColumns = ["@length", "@note"] as const;
/** The film that a clip is laid over; not a column that is seen. */
export const footageColumn = "@footage";
export const Column = z.union([Id, z.enum([...ownColumns, footageColumn])]);
export type Column = z.infer<typeof Column>;

/**
 * What stands in one cell. What is wrong for its column stays as it was written: fields take any text and say what is
 * wrong with it; an absent one is a cell that nobody has touched.
 */
export const Cell = FieldValue;
export type Cell = z.infer<typeof Cell>;

export const Cells = z.record(Column, Cell);
export type Cells = Readonly<Record<string, Cell>>;

/** What a cell holds; undefined where nothing was entered. */
export const cellOf = (cells: Cells, column: Column): Cell | undefined =>
  Object.hasOwn(cells, column) ? cells[column] : undefined;

/** The seconds that a length cell says; undefined where it is empty, NaN where it is no number. */
function lengthOf(cells: Cells): number | undefined {
  const cell = cellOf(cells, "@length");
  if (cell === undefined || (typeof cell === "string" && cell.trim() === "")) return undefined;
  return Number(String(cell).trim().replace(",", "."));
}

/** A row's values for the stage and for exports: an impossible length gives way to the design's own. */
export function rowValues(design: Design, cells: Cells): Values {
  const lengthS = lengthOf(cells);
  const { min, max } = design.length;
  const good = lengthS !== undefined && lengthS >= min && lengthS <= max;
  const fields = design.fields
    .map(({ id }) => [id, cellOf(cells, id)] as const)
    .filter(([, cell]) => cell !== undefined);
  const footage = footageOf(cells);
  return {
    fields: Object.fromEntries(fields) as Values["fields"],
    ...(good && { lengthS }),
    ...(footage !== undefined && { footage }),
  };
}

/** The film that a row is laid over; undefined where it has none of its own. */
export function footageOf(cells: Cells): string | undefined {
  const read = FootageRef.safeParse(cellOf(cells, footageColumn));
  return read.success ? read.data : undefined;
}

/** Everything about the cells that stops a row from being made, by its column. */
export function rowFaults(design: Design, cells: Cells): ValueFault[] {
  const faults = checkValues(design, rowValues(design, cells));
  const lengthS = lengthOf(cells);
  if (lengthS === undefined) return faults;
  const { min, max } = design.length;
  if (lengthS >= min && lengthS <= max) return faults;
  const message = Number.isFinite(lengthS)
    ? `The length must be between ${min} and ${max} seconds.`
    : `“${String(cellOf(cells, "@length"))}” is no length in seconds.`;
  return [...faults, { field: "@length", code: "length", message }];
}

const plain = (text: string): string => text.normalize("NFC").trim().toLocaleLowerCase("en");

/** A cell from text, as a person or a table writes it: choices by id or by name. What is no value stays as it was written. */
export function cellFromText(field: Field, text: string, house: House): Cell {
  const wanted = plain(text);
  const offer = kindOf(field)
    .offered?.(field, house)
    .find(({ id, label, also }) => [id, label, also].some((name) => name !== undefined && plain(name) === wanted));
  if (offer) return offer.id;
  return kindOf(field).fromText(field, text) ?? text;
}

/** What a cell says, as a person would write it. */
export function cellText(field: Field, cell: Cell | undefined, house: House): string {
  if (cell === undefined) return "";
  const offer = kindOf(field)
    .offered?.(field, house)
    .find(({ id }) => id === cell);
  return offer ? offer.label : textOf(field, cell);
}

/** The same whatever order its parts were written in. */
function canonical(value: unknown): string {
  if (typeof value !== "object" || value === null) return JSON.stringify(value);
  if (Array.isArray(value)) return `[${value.map(canonical).join()}]`;
  const entries = Object.entries(value).filter(([, held]) => held !== undefined);
  return `{${entries
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([key, held]) => `${JSON.stringify(key)}:${canonical(held)}`)
    .join()}}`;
}

/**
 * All of a row that its clips depend on, as text: two rows that say the same look the same, however their cells were
 * written. Notes and cells of fields that the design has not are none of it.
 */
export function rowPrint(design: Design, values: Values): string {
  const fields = design.fields.map((field) => {
    const entered = Object.hasOwn(values.fields, field.id) ? values.fields[field.id] : undefined;
    return [field.id, entered === undefined ? startOf(field) : (readEntered(field, entered) ?? entered)];
  });
  const { footage, lengthS = design.length.default } = values;
  return canonical({ fields: Object.fromEntries(fields), lengthS, footage });
}

/** The labels of fields that two fill-ins of a design have filled differently. */
export function differing(design: Design, before: Values, now: Values): string[] {
  const only = (values: Values, id: string): Values => ({
    fields: Object.hasOwn(values.fields, id) ? { [id]: values.fields[id]! } : {},
  });
  const labels = design.fields
    .filter(({ id }) => rowPrint(design, only(before, id)) !== rowPrint(design, only(now, id)))
    .map(({ label }) => label);
  const length = (values: Values) => values.lengthS ?? design.length.default;
  if (length(before) !== length(now)) labels.push("Length");
  return before.footage === now.footage ? labels : [...labels, "Footage"];
}
