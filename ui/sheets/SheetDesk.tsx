"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useState } from "react";
import { SheetView } from "@/contract/sheets";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { Sheet } from "./Sheet";
import { createSheet, SheetContext } from "./store";
import { useHearing, useLeaving } from "./use-hearing";

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
        <p className="quiet">Loading the sheet …</p>
      )}
    </main>
  );
}

function OpenSheet({ view }: { view: SheetView }) {
  const [store] = useState(() => createSheet(view));
  useHearing(store);
  useLeaving(store);
  return (
    <SheetContext.Provider value={store}>
      <Sheet />
    </SheetContext.Provider>
  );
}
