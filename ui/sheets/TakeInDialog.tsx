"use client";
import { useEffect, useRef, useState } from "react";
import { Button, Form, Modal, Table as KitTable } from "react-bootstrap";
import { useDropzone } from "react-dropzone";
import { mostRows } from "@/contract/sheets";
import { matchColumns } from "@/core/sheets/match";
import { rowFaults, type Column } from "@/core/sheets/row";
import { takeIn, type TakingIn } from "@/core/sheets/take-in";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { Segments } from "@/ui/parts/Segments";
import { columnLabel } from "./columns";
import { columnsOf } from "./grid-rows";
import { broughtFiles, isTableName, type BroughtFile } from "./media-files";
import { readTableApart } from "./read-apart";
import type { ReadTable } from "./read-table";
import { newRowId, useSheet, useSheetStore } from "./store";

/**
 * Takes a table into the sheet: first shown as it would be, then all of it or nothing. Pictures that were dropped with it
 * are handed on when it is done.
 */
export function TakeInDialog({ onClose }: { onClose: (brought: readonly BroughtFile[]) => void }) {
  const [brought, setBrought] = useState<readonly BroughtFile[]>([]);
  const [read, setRead] = useState<ReadTable & { readonly name: string }>();
  const [fault, setFault] = useState<string>();
  const [reading, setReading] = useState<string>();
  const gone = useRef(new AbortController());
  useEffect(() => {
    const stop = (gone.current = new AbortController());
    return () => stop.abort();
  }, []);
  const take = async (files: readonly File[]) => {
    const file = files.find(({ name }) => isTableName(name)) ?? (files.length === 1 ? files[0] : undefined);
    if (files.length === 0) return;
    setFault(
      file ? undefined : "None of these files is a table. Drop a CSV or XLSX file, with the pictures beside it.",
    );
    if (!file) return;
    setReading(file.name);
    try {
      setBrought(await broughtFiles(files.filter((other) => other !== file)));
      setRead({ ...(await readTableApart(file, mostRows, gone.current.signal)), name: file.name });
    } catch (error) {
      setFault((error as Error).message);
    }
    setReading(undefined);
  };
  return (
    <PaperDialog title="Import table" onClose={() => onClose([])} size="xl">
      {read ? (
        <Matching read={read} onBack={() => setRead(undefined)} onDone={() => onClose(brought)} />
      ) : (
        <Modal.Body>
          <FileDrop onFiles={(files) => void take(files)} />
          {fault && <Notice weight="stop">{fault}</Notice>}
          {reading !== undefined && (
            <p role="status" className="mt-12 mb-0">
              Reading {reading} … To stop, close this dialog.
            </p>
          )}
          <p className="quiet mt-12 mb-0">
            A table has a heading and one row for each clip. Columns are matched by their names. Nothing is changed
            before you have seen it. Pictures that the table names, a folder or a zip of them, may be dropped with it.
          </p>
        </Modal.Body>
      )}
    </PaperDialog>
  );
}

function FileDrop({ onFiles }: { onFiles: (files: readonly File[]) => void }) {
  const { getRootProps, getInputProps, isDragActive } = useDropzone({ onDrop: (files) => onFiles(files) });
  return (
    <div {...getRootProps()} className={`sheet-drop${isDragActive ? " is-over" : ""}`}>
      <input {...getInputProps()} aria-label="A table" />
      Drop a CSV or XLSX file here, or press to choose one.
    </div>
  );
}

const modes = [
  { id: "append", label: "Add below" },
  { id: "replace", label: "Replace all rows" },
  { id: "update", label: "Update existing rows" },
] as const;

/** Which column goes where, the first rows as they were read, and what will happen. */
function Matching(props: { read: ReadTable & { name: string }; onBack: () => void; onDone: () => void }) {
  const { read, onBack, onDone } = props;
  const store = useSheetStore();
  const desk = useSheet((state) => state.view.desk);
  const rows = useSheet((state) => state.rows);
  const { document: design, house } = desk;
  const { heading, rows: lines } = read.table;
  const [columns, setColumns] = useState(() => matchColumns(heading, design));
  const [mode, setMode] = useState<TakingIn["mode"]>("append");
  const [wantedKey, setKey] = useState<Column>();
  const filled = columns.filter((column) => column !== undefined);
  const key = wantedKey && filled.includes(wantedKey) ? wantedKey : filled[0];
  const going = takeIn({ design, house, rows }, read.table, { columns, mode, key }, newRowId);
  const total = rows.length - going.removed + going.added;
  const faulty = going.changes.add.filter(({ cells }) => rowFaults(design, cells).length > 0).length;
  const choose = (at: number, column: string) => {
    const wanted = column === "" ? undefined : column;
    setColumns(columns.map((old, i) => (i === at ? wanted : old === wanted ? undefined : old)));
  };
  const done = () => {
    store.getState().edit(`Import ${read.name}`, going.changes);
    onDone();
  };
  return (
    <>
      <Modal.Body>
        {read.notes.map((note) => (
          <Notice key={note} weight="note">
            {note}
          </Notice>
        ))}
        <FirstRows read={read} columns={columns} choose={choose} />
        <div className="align-items-center d-flex flex-wrap gap-12 mt-12">
          <Segments label="What to do with the existing rows" value={mode} options={modes} onChange={setMode} />
          {mode === "update" && (
            <label className="align-items-center d-flex gap-8">
              known again by
              <Form.Select size="sm" value={key} onChange={(event) => setKey(event.target.value)}>
                {filled.map((column) => (
                  <option key={column} value={column}>
                    {columnLabel(design, column)}
                  </option>
                ))}
              </Form.Select>
            </label>
          )}
        </div>
        {filled.length === 0 && (
          <Notice weight="stop">No column matches a field of the design. Choose above where they go.</Notice>
        )}
        {faulty > 0 && (
          <Notice weight="warn">
            {faulty === 1 ? "One row has" : `${faulty} rows have`} something to fix. They are imported and marked.
          </Notice>
        )}
        {going.doubles > 0 && (
          <Notice weight="warn">
            {going.doubles === 1 ? "One row says" : `${going.doubles} rows say`} the same as another. They are imported
            as they are.
          </Notice>
        )}
        {total > mostRows && <Notice weight="stop">A sheet has at most {mostRows} rows.</Notice>}
      </Modal.Body>
      <Modal.Footer>
        <span className="quiet figures">
          {going.added} new, {going.changed} changed, {going.removed} removed
          {going.samples > 0 && `, ${going.samples} left out: the sample row of the template`}
        </span>
        <Button variant="link" onClick={onBack}>
          Choose another file
        </Button>
        <Button disabled={filled.length === 0 || total > mostRows} onClick={done}>
          Import {lines.length} {lines.length === 1 ? "row" : "rows"}
        </Button>
      </Modal.Footer>
    </>
  );
}

/** The heading with where each column goes, and the first rows below it. */
function FirstRows(props: {
  read: ReadTable;
  columns: readonly (Column | undefined)[];
  choose: (at: number, column: string) => void;
}) {
  const { columns, choose } = props;
  const desk = useSheet((state) => state.view.desk);
  const { document: design } = desk;
  const { heading, rows: lines } = props.read.table;
  return (
    <div className="sheet-match">
      <KitTable size="sm">
        <thead>
          <tr>
            {heading.map((name, i) => (
              <th key={i} scope="col">
                {name || <i>no name</i>}
                <Form.Select
                  size="sm"
                  aria-label={`The column “${name}” goes into`}
                  value={columns[i] ?? ""}
                  onChange={(event) => choose(i, event.target.value)}
                >
                  <option value="">leave out</option>
                  {columnsOf(desk).map((column) => (
                    <option key={column} value={column}>
                      {columnLabel(design, column)}
                    </option>
                  ))}
                </Form.Select>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.slice(0, 5).map((line, i) => (
            <tr key={i}>
              {line.map((cell, j) => (
                <td key={j} dir="auto" className={columns[j] === undefined ? "quiet" : ""}>
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </KitTable>
    </div>
  );
}
