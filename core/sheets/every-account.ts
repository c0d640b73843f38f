import type { Design } from "../document/design";
import type { House } from "../document/house";
import type { SheetChanges } from "./changes";
import { cellOf, type Cells } from "./row";

/**
 * A new row for each account that a design offers and no row has yet, in the order of the house style, below the last row.
 * None where the design has no field for an account.
 */
export function everyAccount(
  design: Design,
  house: House,
  rows: readonly { readonly id: string; readonly cells: Cells }[],
  newId: () => string,
): SheetChanges["add"] {
  const field = design.fields.find(({ kind }) => kind === "account");
  if (field?.kind !== "account") return [];
  const taken = new Set(rows.map(({ cells }) => cellOf(cells, field.id)));
  let after = rows.at(-1)?.id;
  return house.accounts
    .filter(({ id }) => field.choices.includes(id) && !taken.has(id))
    .map(({ id }) => {
      const one = { id: newId(), cells: { [field.id]: id }, ...(after !== undefined && { after }) };
      after = one.id;
      return one;
    });
}
