"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useEffect, useRef, useState } from "react";
import { SheetRows, SheetView } from "@/contract/sheets";
import { call } from "@/ui/parts/api";
import { useEvents } from "@/ui/parts/events";
import { Notice } from "@/ui/parts/Notice";
import { Sheet } from "./Sheet";
import { createSheet, SheetContext, type SheetStore } from "./store";

/** Fetches a sheet and opens it. */
export function SheetDesk({ sheetId }: { sheetId: string }) {
  const sheet = useQuery({
    queryKey: ["sheet", sheetId],
    queryFn: () => call(`/api/sheets/${sheetId}`, SheetView),
    // From then on changes are heard of one by one.
    staleTime: Infinity,
    gcTime: 0,
  });
  if (sheet.data) return <OpenSheet view={sheet.data} />;
  return (
    <main className="page">
      {sheet.error ? (
        <>
          <Notice weight="stop">{sheet.error.message}</Notice>
          <Link href="/sheets">Back to the sheets</Link>
        </>
      ) : (
        <p className="quiet">Fetching the sheet …</p>
      )}
    </main>
  );
}

function OpenSheet({ view }: { view: SheetView }) {
  const [store] = useState(() => createSheet(view));
  useHearing(store);
  useEffect(() => {
    const leave = (event: BeforeUnloadEvent) => {
      if (store.getState().save.kind !== "saved") event.preventDefault();
      void store.getState().flush();
    };
    window.addEventListener("beforeunload", leave);
    return () => {
      window.removeEventListener("beforeunload", leave);
      void store.getState().flush();
    };
  }, [store]);
  return (
    <SheetContext.Provider value={store}>
      <Sheet />
    </SheetContext.Provider>
  );
}

/** Gathers what changes within so long before it asks. */
const gatherMs = 250;
const mostNamed = 100;

/** Keeps a sheet true: what others change in it, and how far its clips are. */
function useHearing(store: SheetStore): void {
  const { id } = store.getState().view;
  const changed = useRef<Set<string> | "all">(new Set());
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const look = async () => {
    timer.current = undefined;
    const wanted = changed.current;
    changed.current = new Set();
    try {
      if (wanted === "all" || wanted.size > mostNamed) {
        store.getState().heardAll(await call(`/api/sheets/${id}`, SheetView));
      } else if (wanted.size > 0) {
        const { rows } = await call(`/api/sheets/${id}/rows?ids=${[...wanted].join()}`, SheetRows);
        store.getState().heard(rows);
      }
    } catch {
      // Heard of again when there is something new, or when the connection is back.
    }
  };
  useEvents([`sheet:${id}`, "exports"], (event) => {
    if (event === "reset" || event.body.all === true) changed.current = "all";
    else if (changed.current !== "all") {
      const list = changed.current;
      if (Array.isArray(event.body.rows)) for (const row of event.body.rows) list.add(String(row));
      const made = new Set(Array.isArray(event.body.ids) ? event.body.ids.map(String) : []);
      if (made.size > 0) {
        for (const row of store.getState().rows)
          if (row.clips.some(({ exportId }) => made.has(exportId))) list.add(row.id);
      }
    }
    timer.current ??= setTimeout(() => void look(), gatherMs);
  });
}
