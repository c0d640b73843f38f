import type { Design } from "../document/design";
import { frameToS, type Fps } from "../document/fps";
import type { House } from "../document/house";
import type { OrderEntry } from "../document/order";
import { frameOfTimecode } from "../document/timecode";
import type { FieldValue } from "../fields/value";
import { columnCell } from "../sheets/take-in";
import { matchColumns } from "../sheets/match";
import type { Caption } from "../sound/caption-file";
import type { Table } from "../table/table";

/** What entries are made of, and what each is called. */
export interface Filled {
  readonly release: string;
  readonly design: Design;
  readonly house: House;
  readonly newId: () => string;
}

/** Something that could not be taken in, by its line counted from 1, the heading being the first. */
export interface TakeInFault {
  readonly line: number;
  readonly message: string;
}

const withinLimits = ({ length }: Design, seconds: number): number =>
  Math.min(length.max, Math.max(length.min, Math.round(seconds * 1000) / 1000));

/** An entry for each caption: on for as long as that is to be read, its text in one field. */
export const entriesFromCaptions = (
  captions: readonly Caption[],
  { release, design, newId }: Filled,
  field: string,
): OrderEntry[] =>
  captions.map(({ startS, endS, text }) => ({
    ...{ id: newId(), on: true, release, at: startS },
    values: { fields: { [field]: text }, lengthS: withinLimits(design, endS - startS) },
  }));

/** What columns that say when are called, in words people use. */
const whenNames = /^(when|at|in|comes|start|starts|begins|time|timecode|from)\b/i;
const untilNames = /^(out|gone|end|ends|until|till|to)\b/i;

/** A timecode, or seconds, or minutes and seconds, as seconds; undefined for anything else. */
export function readWhen(text: string, fps: Fps): number | undefined {
  const frame = frameOfTimecode(text, fps);
  if (frame !== undefined) return frameToS(frame, fps);
  const clock = /^(?:(\d{1,2}):)?(\d{1,3}):([0-5]?\d(?:[.,]\d+)?)$/.exec(text.trim());
  if (clock) return Number(clock[1] ?? 0) * 3600 + Number(clock[2]) * 60 + Number(clock[3]!.replace(",", "."));
  return /^\d+([.,]\d+)?$/.test(text.trim()) ? Number(text.trim().replace(",", ".")) : undefined;
}

/**
 * An entry for each row of a table that says when it comes, by timecode or seconds; other columns fill fields by their
 * names. Rows that say no time are left out and listed.
 */
export function entriesFromTable(
  { heading, rows }: Table,
  { release, design, house, newId }: Filled,
  fps: Fps,
): { readonly entries: readonly OrderEntry[]; readonly faults: readonly TakeInFault[] } {
  const when = heading.findIndex((name) => whenNames.test(name.trim()));
  const until = heading.findIndex((name, i) => i !== when && untilNames.test(name.trim()));
  if (when < 0) {
    return { entries: [], faults: [{ line: 1, message: "No column says when: call one “Comes” or “Timecode”." }] };
  }
  const columns = matchColumns(
    heading.map((name, i) => (i === when || i === until ? "" : name)),
    design,
  );
  const faults: TakeInFault[] = [];
  const entries = rows.flatMap((row, i): OrderEntry[] => {
    const at = readWhen(row[when] ?? "", fps);
    if (at === undefined) {
      const said = (row[when] ?? "").trim();
      faults.push({
        line: i + 2,
        message: said === "" ? "It has no time." : `“${said}” is not a timecode or a number of seconds.`,
      });
      return [];
    }
    const fields: Record<string, FieldValue> = {};
    let lengthS: number | undefined;
    for (const [j, column] of columns.entries()) {
      const cell = column && column !== "@note" ? columnCell(design, column, row[j] ?? "", house) : undefined;
      if (cell === undefined || !column) continue;
      if (column === "@length") lengthS = typeof cell === "number" ? cell : undefined;
      else if (!column.startsWith("@")) fields[column] = cell as FieldValue;
    }
    const end = until < 0 ? undefined : readWhen(row[until] ?? "", fps);
    if (end !== undefined && end > at) lengthS = end - at;
    const length = lengthS === undefined ? {} : { lengthS: withinLimits(design, lengthS) };
    return [{ id: newId(), on: true, release, at, values: { fields, ...length } }];
  });
  return { entries, faults };
}
