"use client";
import { useEffect, useMemo, useRef, useState } from "react";
import { DynamicDataSheetGrid, type DataSheetGridRef } from "react-datasheet-grid";
import type { RowView } from "@/contract/sheets";
import type { Problem } from "@/core/sheets/problems";
import { rowValues } from "@/core/sheets/row";
import { titleOf } from "@/core/sheets/title";
import { remember } from "@/ui/parts/remember";
import { gridColumns } from "./columns";
import { GridMenu } from "./GridMenu";
import { changesInGrid, gridRow, type GridRow } from "./grid-rows";
import { margin, namedMargin, RowFacts } from "./Margin";
import { RowTools } from "./RowTools";
import { newRowId, useSheet, useSheetStore } from "./store";
import { useGridRoles } from "./use-grid-roles";

/** Rows as the grid shows them; a row that has not changed is the same object, so that it is not drawn anew. */
function useGridRows(): readonly GridRow[] {
  const rows = useSheet((state) => state.rows);
  const desk = useSheet((state) => state.view.desk);
  const shownAs = useMemo(() => remember((row: RowView) => gridRow(desk, row)), [desk]);
  return useMemo(() => rows.map(shownAs), [rows, shownAs]);
}

/** As high as the window leaves room for. */
function useRoom(): readonly [React.RefObject<HTMLDivElement | null>, number] {
  const box = useRef<HTMLDivElement>(null);
  const [height, setHeight] = useState(400);
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => entry && setHeight(Math.max(160, entry.contentRect.height)));
    if (box.current) observer.observe(box.current);
    return () => observer.disconnect();
  }, []);
  return [box, height];
}

const rowHeight = 34;
// The same at every drawing, so that the grid does not begin anew.
const keyOf = ({ rowData, rowIndex }: { rowData: GridRow; rowIndex: number }) => rowData["@id"] ?? `new ${rowIndex}`;
const blank = (): GridRow => ({});
const copied = ({ rowData }: { rowData: GridRow }): GridRow => ({ ...rowData });

/** The rows themselves, to walk through and type in as in any spreadsheet. */
export function Grid(props: {
  /** The rows that are shown, by their ids. */
  among: ReadonlySet<string>;
  problems: (row: RowView) => readonly Problem[];
  chosen: readonly string[];
  onChoose: (ids: readonly string[]) => void;
}) {
  const { among, problems, chosen, onChoose } = props;
  const store = useSheetStore();
  const desk = useSheet((state) => state.view.desk);
  const rows = useSheet((state) => state.rows);
  const all = useGridRows();
  const columns = useMemo(() => gridColumns(desk.document, desk.house), [desk]);
  const [box, height] = useRoom();
  const grid = useRef<DataSheetGridRef>(null);
  const byId = useMemo(() => new Map(rows.map((row, i) => [row.id, { row, number: i + 1 }])), [rows]);
  const shown = useMemo(
    () => (among.size === all.length ? all : all.filter((row) => among.has(row["@id"]!))),
    [all, among],
  );
  const titles = useMemo(
    () => remember(({ cells }: RowView) => titleOf(desk.document, rowValues(desk.document, cells))),
    [desk],
  );
  const change = (next: GridRow[]) => {
    const { cells, add, remove } = changesInGrid(desk, rows, shown, next);
    const label = add.length > 0 ? "New rows" : remove.length > 0 ? "Remove rows" : "Write";
    store.getState().edit(label, { cells, add, remove });
  };
  const addRows = (count: number) => {
    let after = rows.at(-1)?.id;
    const add = Array.from({ length: count }, () => {
      const one = { id: newRowId(), cells: {}, ...(after !== undefined && { after }) };
      after = one.id;
      return one;
    });
    store.getState().edit(count === 1 ? "New row" : "New rows", { add });
    setTimeout(() => grid.current?.setActiveCell({ col: 0, row: rows.length }));
  };
  const [frozen, setFrozen] = useState(false);
  const facts = useMemo(
    () => ({ byId, problems, titles: frozen ? titles : undefined }),
    [byId, problems, frozen, titles],
  );
  useGridRoles(box, shown.length, columns.length);
  return (
    <section className="sheet__rows" aria-label="Rows">
      <RowFacts.Provider value={facts}>
        <div
          ref={box}
          className="sheet__grid"
          onFocus={({ target }) => {
            const isGrid = target.classList.contains("dsg-container");
            if (isGrid && target.matches(":focus-visible")) grid.current?.setActiveCell({ col: 0, row: 0 });
          }}
        >
          <DynamicDataSheetGrid<GridRow>
            ref={grid}
            value={shown as GridRow[]}
            onChange={change}
            columns={columns}
            height={height}
            rowHeight={rowHeight}
            headerRowHeight={36}
            rowKey={keyOf}
            createRow={blank}
            duplicateRow={copied}
            addRowsComponent={false}
            contextMenuComponent={GridMenu}
            gutterColumn={frozen ? namedMargin : margin}
            cellClassName={({ rowData, columnId }) => {
              const known = byId.get((rowData as GridRow)["@id"] ?? "");
              const worst = known && problems(known.row).find(({ field }) => field === columnId);
              if (!worst) return undefined;
              const isMissing = worst.fault?.code === "required" || worst.fault?.code === "sample";
              return isMissing ? "is-missing" : worst.fault ? "is-wrong" : `is-${worst.severity}`;
            }}
            rowClassName={({ rowData }) => (chosen.includes(rowData["@id"] ?? "") ? "is-chosen" : undefined)}
            onSelectionChange={({ selection }) => {
              // What is pressed beside the grid is about the rows that were chosen in it.
              if (!selection) return;
              const ids = shown.slice(selection.min.row, selection.max.row + 1).map((row) => row["@id"]!);
              if (ids.join() !== chosen.join()) onChoose(ids);
            }}
          />
        </div>
      </RowFacts.Provider>
      <RowTools chosen={chosen} onAdd={addRows} frozen={frozen} onFreeze={() => setFrozen(!frozen)} />
    </section>
  );
}
