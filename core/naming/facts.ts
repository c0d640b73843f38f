import type { Design } from "../document/design";
import type { House } from "../document/house";
import { textOf, valueOf, type Values } from "../document/values";
import { titleOf } from "../sheets/title";
import type { NameFacts } from "./pattern";

/** What a fill-in's files can be called after, but for what differs from file to file. */
export function nameFactsOf(
  design: Design,
  house: House,
  values: Values,
): Pick<NameFacts, "design" | "title" | "account" | "fields"> {
  const texts = design.fields.map((field) => [field.id, textOf(field, valueOf(field, values, false))] as const);
  const account = design.fields.find(({ kind }) => kind === "account");
  const named = account && textOf(account, valueOf(account, values, false));
  const handle = house.accounts.find(({ id }) => id === named)?.handle ?? named ?? "";
  return { design: design.name, title: titleOf(design, values), account: handle, fields: Object.fromEntries(texts) };
}
