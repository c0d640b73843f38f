import type { OrderEntry, RunningOrder } from "../document/order";
import type { Design } from "../document/design";
import type { House } from "../document/house";
import { startingValues } from "../document/values";

/*
 * What is done to a running order, on a draft of it.
 */

/** Puts an entry at another place of the list; those between move up. */
export function moveEntry({ entries }: RunningOrder, id: string, to: number): void {
  const from = entries.findIndex((entry) => entry.id === id);
  if (from < 0 || from === to) return;
  const [entry] = entries.splice(from, 1);
  entries.splice(Math.min(entries.length, Math.max(0, to)), 0, entry!);
}

/** Adds entries behind one, or at the end; in an order by times they come one after the other behind the last. */
export function addEntries(order: RunningOrder, added: readonly OrderEntry[], behind?: string): void {
  const at = behind === undefined ? -1 : order.entries.findIndex(({ id }) => id === behind);
  order.entries.splice(at < 0 ? order.entries.length : at + 1, 0, ...structuredClone([...added]));
}

/** An entry of a release, not filled in yet. */
export const freshEntry = (id: string, release: string, design: Design, at = 0): OrderEntry => ({
  ...{ id, on: true, release, at },
  values: startingValues(design),
});

/** An entry for each account that a design offers, in the order of the house; none where it has no field for one. */
export function entriesForAccounts(release: string, design: Design, house: House, newId: () => string): OrderEntry[] {
  const field = design.fields.find(({ kind }) => kind === "account");
  if (field?.kind !== "account") return [];
  return house.accounts
    .filter(({ id }) => field.choices.includes(id))
    .map(({ id }) => {
      const entry = freshEntry(newId(), release, design);
      return { ...entry, values: { ...entry.values, fields: { ...entry.values.fields, [field.id]: id } } };
    });
}
