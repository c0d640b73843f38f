"use client";
import { Dropdown } from "react-bootstrap";
import type { SheetView } from "@/contract/sheets";
import { cellOf } from "@/core/sheets/row";
import { columnText, sampleCells } from "@/core/sheets/take-in";
import type { Table } from "@/core/table/table";
import { columnLabel } from "./columns";
import { columnsOf } from "./grid-rows";
import { tableFile } from "./read-table";
import { useSheetStore, type SheetState } from "./store";

/** A sheet's rows as a table that comes back the same. */
function tableOfSheet({ view, rows }: Pick<SheetState, "view" | "rows">): Table {
  const { document, house } = view.desk;
  const columns = columnsOf(view.desk);
  return {
    heading: columns.map((column) => columnLabel(document, column)),
    rows: rows.map(({ cells }) => columns.map((column) => columnText(document, column, cellOf(cells, column), house))),
  };
}

/** A table with the right heading and one row of samples, to be filled in elsewhere. */
function template({ desk }: { desk: SheetView["desk"] }): Table {
  const { document } = desk;
  const heading = columnsOf(desk).map((column) => columnLabel(document, column));
  return { heading, rows: [[...sampleCells(document), String(document.length.default), "a row to go by"]] };
}

function saveFile(file: File): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(file);
  link.download = file.name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** Takes the rows out as a table, or a table to be filled in elsewhere. */
export function TableOut() {
  const store = useSheetStore();
  const out = async (kind: "csv" | "xlsx", what: "rows" | "template") => {
    const state = store.getState();
    const table = what === "rows" ? tableOfSheet(state) : template(state.view);
    const name = what === "rows" ? state.view.name : `${state.view.desk.document.name}, to fill in`;
    saveFile(await tableFile(table, name, kind));
  };
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="segment" size="sm">
        Export table
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item onClick={() => void out("xlsx", "rows")}>The rows as a spreadsheet (XLSX)</Dropdown.Item>
        <Dropdown.Item onClick={() => void out("csv", "rows")}>The rows as CSV</Dropdown.Item>
        <Dropdown.Item onClick={() => void out("xlsx", "template")}>A spreadsheet to fill in elsewhere</Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
}
