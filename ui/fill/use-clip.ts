"use client";
import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import { NewSheet, SheetView } from "@/contract/sheets";
import type { FillDesk } from "@/contract/releases";
import { startingValues, type Values } from "@/core/document/values";
import { cellChange } from "@/core/sheets/apply";
import { cellOf, footageColumn, footageOf, type Cells, type Column } from "@/core/sheets/row";
import { ApiError, call, mayPass } from "@/ui/parts/api";
import { holdStuck, letGo } from "@/ui/parts/unsaved";
import type { SheetSave } from "@/ui/sheets/sender";
import { createSheet, type SheetStore } from "@/ui/sheets/store";

/** A gap in the network is waited for so long before a new clip is begun again. */
const retryMs = 3000;

/** What a clip’s row says, as the form shows it: also a length that it can’t have. */
function valuesOf(cells: Cells): Values {
  const { "@length": length, "@note": _, [footageColumn]: __, ...fields } = cells;
  const lengthS = Number(length);
  const footage = footageOf(cells);
  return {
    fields,
    ...(lengthS >= 0.1 && lengthS <= 3600 ? { lengthS } : {}),
    ...(footage !== undefined && { footage }),
  };
}

const cellsOf = ({ fields, lengthS, footage }: Values): [Column, Cells[string]][] => [
  ...(Object.entries(fields) as [Column, Cells[string]][]),
  ...(lengthS === undefined ? [] : [["@length", lengthS] as [Column, number]]),
  // An empty cell is how a film is taken away.
  [footageColumn, footage ?? ""],
];

/** Writes what differs from a clip’s row into it. */
function write(store: SheetStore, label: string, values: Values): void {
  const row = store.getState().rows[0];
  if (!row) return;
  const cells = cellsOf(values).flatMap(([column, to]) => {
    const now = cellOf(row.cells, column) ?? (column === footageColumn ? "" : undefined);
    const same = JSON.stringify(now) === JSON.stringify(to);
    return same ? [] : [cellChange(row, column, to)!];
  });
  store.getState().edit(label, { cells });
}

/**
 * Begins a clip on the server, again and again while that is not to be reached, which is told. Throws ApiError where it is
 * refused.
 */
async function newClip(releaseId: string, name: string, tell: (save: SheetSave) => void): Promise<SheetView> {
  for (let id: string | undefined; ;) {
    try {
      id ??= (await call("/api/sheets", NewSheet, { releaseId, name, single: true })).id;
      return await call(`/api/sheets/${id}`, SheetView);
    } catch (error) {
      if (error instanceof ApiError && !mayPass(error.status)) throw error;
      tell({ kind: "waiting", message: (error as Error).message });
      await new Promise((resolve) => setTimeout(resolve, retryMs));
    }
  }
}

const nothing = () => () => undefined;

/**
 * What is filled in, kept as a row of its own from the first key on. Until the server has heard of it, it is kept in this
 * tab; a gap in the network loses nothing.
 */
export function useClip(desk: FillDesk, open: SheetStore | undefined) {
  const { id: releaseId, document: design } = desk;
  const [store, setStore] = useState(open);
  const [start] = useState<Values>(() => startingValues(design));
  const [fresh, setFresh] = useState(start);
  const newest = useRef(fresh);
  const [beginning, setBeginning] = useState<SheetSave>();
  const begun = useRef(false);
  // Keys are pressed between the answer of the server and the next drawing of the form.
  const kept = useRef(open);
  const here = useRef(true);
  const row = useSyncExternalStore(
    store?.subscribe ?? nothing,
    () => store?.getState().rows[0],
    () => undefined,
  );
  const values = useRowValues(row?.cells) ?? fresh;

  const begin = async () => {
    const view = await newClip(releaseId, design.name, setBeginning);
    const next = createSheet(view);
    write(next, "Write", newest.current);
    kept.current = next;
    // Whoever has gone on meanwhile loses nothing, and keeps the address of where they are.
    if (!here.current) return void next.getState().flush();
    setStore(next);
    window.history.replaceState(null, "", `/fill/${releaseId}?clip=${view.id}`);
  };

  const change = (label: string, next: Values) => {
    if (kept.current) write(kept.current, label, next);
    newest.current = next;
    // Drawn with this very key, also while nothing listens to the row yet: a box that stayed behind would take the key back.
    setFresh(next);
    if (store) return;
    if (begun.current) return;
    begun.current = true;
    setBeginning({ kind: "saving" });
    // Closed before the server has heard of it, it would be gone.
    holdStuck(newest);
    begin()
      .catch((error: Error) => {
        // Whatever stood against it, the next key tries it again.
        begun.current = false;
        setBeginning({ kind: "refused", message: error.message });
      })
      .finally(() => letGo(newest));
  };
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  return { values, change, store, row, beginning, untouched: store === undefined && fresh === start };
}

/** The same values for the same cells, so that the picture is prepared anew only when they change. */
function useRowValues(cells: Cells | undefined): Values | undefined {
  const [known, setKnown] = useState<{ cells: Cells; values: Values }>();
  if (!cells) return undefined;
  if (known?.cells === cells) return known.values;
  const next = { cells, values: valuesOf(cells) };
  setKnown(next);
  return next.values;
}
