import { findingsOf, openStops } from "@/core/checks/findings";
import type { Values } from "@/core/document/values";
import { foundIn } from "@/render/checks";
import { needed, UsageError, type Flags } from "./arguments";
import { loadRows, type LoadedDesign } from "./load";
import { refuse, tell } from "./tell";

/** A clip of a call: a row in one format. */
export interface Wanted {
  readonly row: number;
  readonly format: string;
  readonly values: Values;
}

/**
 * Looks at all rows of a call in all its formats before anything is made: a wrong one is known at once, and stops no
 * other. Answers what may be made, and whether that is all.
 */
export async function lookAtRows(flags: Flags, loaded: LoadedDesign): Promise<{ wanted: Wanted[]; allGood: boolean }> {
  const { design } = loaded;
  const rows = await loadRows(flags, loaded);
  const names = needed(flags, "format").split(",");
  const formats = [...new Set(names.map((format) => format.trim()))];
  for (const format of formats) {
    if (!design.formats.includes(format)) throw new UsageError(`The design has no format “${format}”.`);
  }
  const wanted: Wanted[] = [];
  let allGood = true;
  for (const row of rows) {
    if ("fault" in row) {
      refuse(flags, { row: row.number, message: row.fault });
      allGood = false;
      continue;
    }
    for (const format of formats) {
      const clip = { row: row.number, format, values: row.values };
      if (await mayBeMade(flags, loaded, clip)) wanted.push(clip);
      else allGood = false;
    }
  }
  return { wanted, allGood };
}

/** Tells what is found about a row in a format; false when something stops it. */
async function mayBeMade(
  flags: Flags,
  { design, house, accepted, loadPicture }: LoadedDesign,
  clip: Wanted,
): Promise<boolean> {
  const found = await foundIn({ design, values: clip.values, house }, [clip.format], loadPicture, "row");
  const findings = findingsOf(design, found);
  const named = (flags.accept ?? "").split(",").map((check) => ({ check: check.trim() }));
  const open = openStops(findings, [...accepted, ...named]);
  for (const finding of findings) tell(flags, clip, finding, open.includes(finding));
  return open.length === 0;
}
