"use client";
import { useEffect, useState } from "react";
import type { FillDesk } from "@/contract/releases";
import type { RowView } from "@/contract/sheets";
import { rowValues } from "@/core/sheets/row";
import { differingShare } from "@/ui/stage/client";
import { deskOf } from "./store";

/** In which format most of a row’s picture differs, and how much of it. */
export interface RowShare {
  readonly format: string;
  readonly share: number;
}

/** Lines of the pictures that are compared. */
const comparedPx = 180;
/** Told together, so that a list of hundreds is not sorted at every one. */
const toldTogether = 8;

/** How much of every row’s picture another release changes: at its best instant, early and late. */
export function useRowShares(
  rows: readonly RowView[],
  view: { desk: FillDesk; others: readonly FillDesk[] },
  next: FillDesk,
): ReadonlyMap<string, RowShare> {
  const { desk, others } = view;
  const [shares, setShares] = useState<ReadonlyMap<string, RowShare>>(new Map());
  useEffect(() => {
    let live = true;
    const found = new Map<string, RowShare>();
    void (async () => {
      for (const row of rows) {
        if (!live) return;
        found.set(row.id, await shareOf(row, deskOf({ desk, others }, row), next));
        if (live && (found.size % toldTogether === 0 || found.size === rows.length)) setShares(new Map(found));
      }
    })().catch(() => undefined);
    return () => {
      live = false;
    };
  }, [rows, desk, others, next]);
  return shares;
}

async function shareOf({ cells }: RowView, before: FillDesk, after: FillDesk): Promise<RowShare> {
  const sideOf = ({ document: design, house }: FillDesk, format: string) => ({
    request: { design, house, values: rowValues(design, cells), samples: true },
    format,
  });
  const lengthS = rowValues(after.document, cells).lengthS ?? after.document.length.default;
  let most: RowShare = { format: after.document.formats[0]!, share: 0 };
  for (const format of after.document.formats) {
    // What the release before has not is all new.
    const share = before.document.formats.includes(format)
      ? await differingShare([sideOf(before, format), sideOf(after, format)], comparedPx, [
          undefined,
          lengthS * 0.12,
          lengthS * 0.88,
        ])
      : 1;
    if (share > most.share) most = { format, share };
  }
  return most;
}
