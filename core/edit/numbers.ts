import type { Unit } from "../document/units";
import { readSum, SumError } from "../link/sum";

export type ReadNumber = { readonly value: number } | { readonly fault: string };

/**
 * Reads what was typed into a number box: arithmetic, and units. `2*3.5`, `12px` (pixels of the format that is shown),
 * `50%`, `90°`. Shares are written in per cent.
 */
export function readNumber(
  text: string,
  unit: Unit,
  { pxPerU, whole }: { pxPerU: number; whole?: number | undefined },
): ReadNumber {
  const sum = text.trim().replaceAll(",", ".");
  if (sum === "") return { fault: "Enter a number." };
  const foreign = (found: string): string => {
    if (found === "px") return unit === "u" ? `/${pxPerU}` : "#";
    if (found === "%") return unit === "%" ? "" : whole === undefined ? "#" : `*${whole / 100}`;
    if (found === "°" || found === "deg") return unit === "°" ? "" : "#";
    return found === unit ? "" : "#";
  };
  const plain = sum.replace(
    /(\d|\))\s*(px|%|°|deg|u|s|×)/g,
    (_, end: string, found: string) => `${end}${foreign(found)}`,
  );
  if (plain.includes("#")) return { fault: `This is measured in ${unit === "" ? "plain numbers" : unit}.` };
  try {
    const value = readSum(plain, [])({});
    if (!Number.isFinite(value)) return { fault: "The result is not a number." };
    return { value: rounded(unit === "%" ? value / 100 : value) };
  } catch (error) {
    return { fault: error instanceof SumError ? error.message : "Enter a number." };
  }
}

/** Ten thousandths: far below what shows, and no tail of figures in the document. */
export const rounded = (value: number): number => Math.round(value * 10000) / 10000;

/** A number as its box shows it, without its unit. */
export function writeNumber(value: number, unit: Unit): string {
  return String(Math.round((unit === "%" ? value * 100 : value) * 1000) / 1000);
}
