"use client";
import { useMemo } from "react";
import type { RowView } from "@/contract/sheets";
import { cellOf } from "@/core/sheets/row";
import { columnText } from "@/core/sheets/take-in";
import { remember } from "@/ui/parts/remember";
import { columnsOf } from "./grid-rows";
import { isShown, useProblems, type Show } from "./problems";
import { useSheet } from "./store";

/** The rows that are looked for, in their order, and what is to be looked at in each. */
export function useShown(find: string, show: Show) {
  const rows = useSheet((state) => state.rows);
  const desk = useSheet((state) => state.view.desk);
  const problems = useProblems();
  const textOf = useMemo(
    () =>
      remember((row: RowView) =>
        columnsOf(desk)
          .map((column) => columnText(desk.document, column, cellOf(row.cells, column), desk.house))
          .join("\n")
          .toLocaleLowerCase("en"),
      ),
    [desk],
  );
  const wanted = find.trim().toLocaleLowerCase("en");
  const shown = useMemo(
    () => rows.filter((row) => isShown(row, show, problems(row)) && (wanted === "" || textOf(row).includes(wanted))),
    [rows, show, wanted, problems, textOf],
  );
  return { shown, problems };
}
