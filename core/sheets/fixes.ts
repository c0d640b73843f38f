import type { Filled, Fix } from "../checks/define";
import { checkOf } from "../checks/codes";
import type { Finding } from "../checks/findings";
import type { ValueFault, Values } from "../document/values";
import { kindOf } from "../fields/field";
import { likeliest } from "../fields/mend";
import { cellOf, type Cell, type Cells, type Column } from "./row";

/** What may be done about a value that is wrong for its field; undefined where only who typed it can know. */
export function fixOfFault(
  { design, house }: Omit<Filled, "values">,
  cells: Cells,
  fault: ValueFault,
): Fix | undefined {
  if (fault.code === "length") return nearestLength(design.length, cells);
  const field = design.fields.find(({ id }) => id === fault.field);
  const entered = field && cellOf(cells, field.id as Column);
  if (!field || entered === undefined) return undefined;
  const kind = kindOf(field);
  const offers = kind.offered?.(field, house);
  const right = kind.mend?.(field, entered, house) ?? (offers && likeliest(String(entered), offers)?.id);
  if (right === undefined || kind.faults(field, right).length > 0) return undefined;
  const name = offers?.find(({ id }) => id === right)?.label ?? kind.toText(field, right);
  return { label: `Write “${name}”`, fields: { [field.id]: right } };
}

function nearestLength({ min, max }: { min: number; max: number }, cells: Cells): Fix | undefined {
  const figures = String(cellOf(cells, "@length") ?? "")
    .replace(",", ".")
    .match(/\d+(\.\d+)?/);
  if (!figures) return undefined;
  const lengthS = Math.min(max, Math.max(min, Number(figures[0])));
  return { label: `Make it ${lengthS} s long`, fields: {}, lengthS };
}

/** What may be tried about a finding, the best first. */
export const fixesOf = ({ facts }: Finding, filled: Filled): readonly Fix[] =>
  // The facts are those of its own check, which the table can't say.
  checkOf(facts.code)?.fixes?.(facts as never, filled) ?? [];

/** Values with a fix in them. */
export const mended = (values: Values, { fields, lengthS }: Fix): Values => ({
  ...values,
  fields: { ...values.fields, ...fields },
  ...(lengthS !== undefined && { lengthS }),
});

/** The cells that a fix writes. */
export const cellsOfFix = ({ fields, lengthS }: Fix): [Column, Cell][] => [
  ...(Object.entries(fields) as [Column, Cell][]),
  ...(lengthS !== undefined ? [["@length", lengthS] as [Column, Cell]] : []),
];

/** Fixes that are tried before it is said that none helps: each is painted in every format. */
const mostTries = 12;

/**
 * The first fix that does away with a finding and brings no other in its place, or undefined. `look` tells what is found
 * about values.
 */
export async function provenFix(
  finding: Finding,
  before: readonly Finding[],
  filled: Filled,
  look: (values: Values) => Promise<readonly Finding[]>,
): Promise<Fix | undefined> {
  const known = new Set(before.map(({ id }) => id));
  for (const fix of fixesOf(finding, filled).slice(0, mostTries)) {
    const after = await look(mended(filled.values, fix));
    if (after.every(({ id }) => id !== finding.id && known.has(id))) return fix;
  }
  return undefined;
}
