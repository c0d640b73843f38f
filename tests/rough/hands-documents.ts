import { applyPatches, enablePatches, type Patch } from "immer";
import type { Who } from "../support/api";
import { type Hand, insisted, newRowId, same, tried } from "./hands";

/* People who change documents, and hold each against the whole of what was acknowledged. */

enablePatches();

interface Revised {
  readonly revision: number;
  readonly document: object;
}

/** Changes a document, a draft or a running order, each time on what was acknowledged before. */
export async function reviser(
  kind: "patches" | "edits",
  who: Who,
  path: string,
  change: (document: object, n: number) => Patch[],
): Promise<Hand> {
  const look = async () => (await insisted(who, "GET", path)).data as Revised;
  let { revision, document } = await look();
  // What was sent since without an answer: it may have come in, and may still.
  let possible: object[] = [];
  const faults: string[] = [];
  const compare = (now: Revised) => {
    if (![document, ...possible].some((one) => same(one, now.document)))
      faults.push(`${path} at revision ${now.revision} is neither what was acknowledged nor what was sent after`);
  };
  return {
    ...{ kind, restMs: kind === "edits" ? 200 : 60 },
    piece: async (n) => {
      const patches = change(document, n);
      const next = applyPatches(document, patches);
      const reply = await tried(who, "POST", `${path}/patches`, { revision, patches });
      if (reply) {
        ({ revision } = reply.data as Revised);
        [document, possible] = [next, []];
        return true;
      }
      possible.push(next);
      const now = await look();
      compare(now);
      // What is sent next stands on this; what was sent before, on an older revision, can't come in any more.
      if (now.revision !== revision) possible = [];
      ({ revision, document } = now);
      return false;
    },
    wrong: async () => {
      compare(await look());
      return faults;
    },
  };
}

const columns = ["name", "role"] as const;
const typedRows = 3;

/** Types into the cells of a few rows of a sheet; the rows that others asked for must stay as they are. */
export async function typist(sheet: string): Promise<Hand> {
  const rows = Array.from({ length: typedRows }, newRowId);
  const add = rows.map((id) => ({ id, cells: { name: "Typed 0", role: "Typed 0" } }));
  await insisted("ines", "POST", `/api/sheets/${sheet}/changes`, { add });
  const look = async () =>
    (await insisted("ines", "GET", `/api/sheets/${sheet}`)).data.rows as {
      id: string;
      cells: Record<string, string>;
    }[];
  const before = await look();
  /** For each cell what may stand there: what was acknowledged last, then what was sent since. */
  const cells = rows.flatMap((row) => columns.map((column) => ({ row, column, may: ["Typed 0"] })));
  return {
    ...{ kind: "cells", restMs: 40 },
    piece: async (n) => {
      const cell = cells[n % cells.length]!;
      const to = `Typed ${n}`;
      // The latest first: that is the one which came in if any did.
      for (const was of [...cell.may].reverse()) {
        if (!cell.may.includes(to)) cell.may.push(to);
        const asked = { cells: [{ row: cell.row, column: cell.column, was, to }] };
        const reply = await tried("ines", "POST", `/api/sheets/${sheet}/changes`, asked);
        if (reply && reply.data.conflicts.length === 0) {
          cell.may = [to];
          return true;
        }
      }
      return false;
    },
    wrong: async () => {
      const now = await look();
      const wrong = cells.flatMap(({ row, column, may }) => {
        const found = now.find(({ id }) => id === row)?.cells[column];
        return may.includes(found ?? "") ? [] : [`${may.join(" or ")} was typed, and ${found} is in its cell`];
      });
      const others = (all: typeof now) =>
        all.map(({ id, cells: own }) => ({ id, cells: rows.includes(id) ? Object.keys(own).sort() : own }));
      if (!same(others(now), others(before))) wrong.push("the sheet has other rows than were put into it");
      return wrong;
    },
  };
}
