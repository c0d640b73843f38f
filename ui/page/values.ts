import { checkValues, readEntered, type Values } from "@/core/document/values";
import type { PagePayload } from "@/core/page";

/**
 * The values a page shows: those it was made with, those of its element's attributes (`data-name`), and those of its
 * address (`?name=…`), the later before the earlier. One that its field can't take is left out.
 */
export function valuesFrom(
  { design, values }: Pick<PagePayload, "design" | "values">,
  search: string,
  element: { readonly dataset: Readonly<Record<string, string | undefined>> },
): Values {
  const address = new URLSearchParams(search);
  let filled = values;
  for (const field of design.fields) {
    // An attribute `data-second-line` comes as `secondLine`.
    const attribute = field.id.replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase());
    const text = address.get(field.id) ?? element.dataset[attribute];
    const value = text === undefined || text === null ? undefined : readEntered(field, text);
    if (value === undefined) continue;
    const tried = { ...filled, fields: { ...filled.fields, [field.id]: value } };
    if (checkValues(design, tried).every((fault) => fault.field !== field.id)) filled = tried;
  }
  const length = Number(address.get("length") ?? element.dataset.length);
  const { min, max } = design.length;
  return length >= min && length <= max ? { ...filled, lengthS: length } : filled;
}
