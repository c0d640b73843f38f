import { writtenHex } from "../bind/colour";
import type { Design } from "../document/design";
import type { Clash } from "./merge";
import { numberFacts, propertyLabel } from "./property-facts";

/** A clash for people: what it is of, and both values in words. */
export interface ClashWords {
  readonly what: string;
  readonly mine: string;
  readonly theirs: string;
}

/** Both sides of a clash in words, with the names that they have in either of the two designs. */
export function clashWords(clash: Clash, designs: readonly Design[]): ClashWords {
  const [list, id, ...rest] = clash.path;
  const path = rest.join(".");
  const layer = list === "layers" ? find(designs, (design) => design.layers, id) : undefined;
  const field = list === "fields" ? find(designs, (design) => design.fields, id) : undefined;
  const unit = (layer && numberFacts(layer, path)?.unit) ?? "";
  const values = { mine: sayValue(clash.mine, unit), theirs: sayValue(clash.theirs, unit) };
  const whole = layer ? `“${layer.name}”` : field ? `Field “${field.label}”` : spaced(list ?? "");
  if (layer) return { what: path === "" ? whole : `${whole}: ${propertyLabel(layer, path)}`, ...values };
  const part = field ? path : clash.path.slice(1).join(".");
  return { what: part === "" ? whole : `${whole}: ${spaced(part)}`, ...values };
}

function find<T extends { readonly id: string }>(
  designs: readonly Design[],
  list: (design: Design) => readonly T[],
  id: string | undefined,
): T | undefined {
  for (const design of designs) {
    const found = list(design).find((entry) => entry.id === id);
    if (found) return found;
  }
  return undefined;
}

function spaced(key: string): string {
  const words = key
    .replaceAll(".", " ")
    .replace(/([a-z])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`);
  return words.charAt(0).toUpperCase() + words.slice(1);
}

const thousandth = (value: number): number => Math.round(value * 1000) / 1000;

function sayValue(value: unknown, unit: string): string {
  if (value === undefined) return "removed";
  if (typeof value === "number")
    return unit === "%" ? `${thousandth(value * 100)} %` : `${thousandth(value)} ${unit}`.trim();
  if (typeof value === "string") return value === "" ? "empty" : `“${writtenHex(value)}”`;
  if (typeof value === "boolean") return value ? "on" : "off";
  if (Array.isArray(value)) return value.length === 1 ? "one entry" : `${value.length} entries`;
  const { kind, name, label } = value as Record<string, unknown>;
  const told = [name, label, kind].find((word) => typeof word === "string");
  return typeof told === "string" ? `“${told}”, changed` : "changed";
}
