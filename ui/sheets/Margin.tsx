"use client";
import { createContext, useContext } from "react";
import type { CellProps } from "react-datasheet-grid";
import type { RowView } from "@/contract/sheets";
import type { Problem } from "@/core/sheets/problems";
import type { GridRow } from "./grid-rows";
import { standing } from "./problems";

interface Facts {
  readonly byId: ReadonlyMap<string, { readonly row: RowView; readonly number: number }>;
  readonly problems: (row: RowView) => readonly Problem[];
  /** What rows go by, where that stays in view beside their numbers. */
  readonly titles: ((row: RowView) => string) | undefined;
}

/** What is known of rows beyond their texts. The grid keeps its columns, so that these come by another way. */
export const RowFacts = createContext<Facts>({ byId: new Map(), problems: () => [], titles: undefined });

/** The number of a row, with the worst that is found in it as a mark, and how its clips stand. */
function Margin({ rowData }: CellProps<GridRow, unknown>) {
  const { byId, problems, titles } = useContext(RowFacts);
  const known = byId.get(rowData["@id"] ?? "");
  const worst = known && problems(known.row)[0];
  const state = known ? standing(known.row) : "draft";
  const mark = worst ? ` has-${worst.severity}` : "";
  return (
    <span className={`sheet-margin is-${state}${mark}`} title={worst?.message ?? marginWords[state]}>
      <span>{known?.number}</span>
      {titles && known && <bdi>{titles(known.row)}</bdi>}
    </span>
  );
}

export const margin = { basis: 52, minWidth: 52, component: Margin };
/** The margin with what each row goes by: it stays in view however far the columns are scrolled. */
export const namedMargin = { basis: 210, minWidth: 210, component: Margin };

const marginWords: Readonly<Record<string, string>> = {
  making: "Exporting",
  outdated: "Out of date: changed since the last export",
  failed: "A clip failed",
  made: "Exported and up to date",
  draft: "Draft",
  ready: "Ready",
  approved: "Approved",
};
