import type { House } from "../document/house";
import type { OrderEntry } from "../document/order";
import { titleOf } from "../sheets/title";
import type { OrderDesk } from "./prepare";

/** What an entry goes by: its name, what it says, its account, or its design. */
export function entryName({ name, values }: OrderEntry, desk: OrderDesk | undefined): string {
  if (name !== undefined || !desk) return name ?? "a graphic that is gone";
  // Stars only say what is stressed.
  const title = titleOf(desk.design, values).replaceAll("*", "");
  return title || accountsIn(values.fields, desk) || desk.design.name;
}

/** The handles of the accounts that a fill-in shows. */
function accountsIn(fields: OrderEntry["values"]["fields"], { design, house }: OrderDesk): string {
  const handles = design.fields.flatMap((field) =>
    field.kind === "account" ? (handleOf(fields[field.id], house) ?? []) : [],
  );
  return handles.join(", ");
}

function handleOf(value: OrderEntry["values"]["fields"][string] | undefined, house: House): string | undefined {
  if (typeof value === "object" && value.kind === "account") return value.handle;
  if (typeof value === "object" && value.kind === "accounts") {
    return value.list.flatMap(({ account }) => handleOf(account, house) ?? []).join(", ");
  }
  return house.accounts.find(({ id }) => id === value)?.handle;
}
