"use client";
import { useMemo, useState } from "react";
import { Button, Modal, Table } from "react-bootstrap";
import { useDropzone } from "react-dropzone";
import { cellChange } from "@/core/sheets/apply";
import type { CellChange } from "@/core/sheets/changes";
import { matchFiles, namedMedia, type NamedMedia } from "@/core/sheets/media-names";
import { Bar } from "@/ui/parts/Bar";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { bringAll } from "./bring-all";
import { columnLabel } from "./columns";
import { broughtFiles, isTableName, type BroughtFile } from "./media-files";
import { useSheet, useSheetStore } from "./store";

const mostListed = 8;

/** Brings the pictures and videos that cells name: a folder, a zip or files, found by their names. */
export function MediaDialog({ dropped, onClose }: { dropped: readonly BroughtFile[]; onClose: () => void }) {
  const store = useSheetStore();
  const desk = useSheet((state) => state.view.desk);
  const rows = useSheet((state) => state.rows);
  const [files, setFiles] = useState(dropped);
  const [fault, setFault] = useState<string>();
  const [progress, setProgress] = useState<number>();
  const [refused, setRefused] = useState<readonly string[]>([]);
  const { document: design, house } = desk;
  const named = useMemo(() => namedMedia(design, house, rows), [design, house, rows]);
  const { matched, missing, left, twice } = useMemo(() => matchFiles(named, files), [named, files]);
  const take = async (list: readonly File[]) => {
    setFault(undefined);
    try {
      setFiles([...files, ...(await broughtFiles(list))]);
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  const bring = async () => {
    setProgress(0);
    const { values, refused: not } = await bringAll(matched, setProgress);
    const now = new Map(store.getState().rows.map((row) => [row.id, row]));
    const cells = matched.flatMap(({ cell }): CellChange[] => {
      const row = now.get(cell.row);
      const to = values.get(cell);
      return row && to ? [cellChange(row, cell.column, to) ?? []].flat() : [];
    });
    if (cells.length > 0) store.getState().edit(`Upload ${cells.length} pictures`, { cells });
    setProgress(undefined);
    setRefused(not);
    if (not.length === 0 && missing.length === 0) onClose();
  };
  const place = ({ row, column, text }: NamedMedia) => {
    const number = rows.findIndex(({ id }) => id === row) + 1;
    return `Row ${number}, ${columnLabel(design, column)}: ${text}`;
  };
  return (
    <PaperDialog title="Upload pictures" size="lg" onClose={progress === undefined ? onClose : undefined}>
      <Modal.Body>
        <Drop onFiles={(list) => void take(list)} />
        {fault && <Notice weight="stop">{fault}</Notice>}
        {named.length === 0 && refused.length === 0 && (
          <Notice weight="note">
            No cell names a picture that is not here. Write the names of the files into the column of pictures first, as
            “fern.jpg” or “fern”.
          </Notice>
        )}
        {named.length > 0 && (
          <Table size="sm" className="mt-12">
            <tbody>
              <Lines
                label="found by their names"
                list={matched.map(({ cell, file }) => `${place(cell)} ← ${file.name}`)}
              />
              <Lines label="named by a cell, but not among the files" list={missing.map(place)} />
              <Lines label="files that no cell names" list={left.map(({ name }) => name)} />
              <Lines label="names that several files have; the first is used" list={twice} />
            </tbody>
          </Table>
        )}
        {refused.map((words) => (
          <Notice key={words} weight="stop">
            {words}
          </Notice>
        ))}
        {progress !== undefined && (
          <div className="mt-12">
            <Bar now={progress} of={matched.length} label="Pictures sent" />
            <small className="figures" role="status">
              {progress} of {matched.length} sent
            </small>
          </div>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button disabled={matched.length === 0 || progress !== undefined} onClick={() => void bring()}>
          Upload {matched.length} {matched.length === 1 ? "picture" : "pictures"}
        </Button>
      </Modal.Footer>
    </PaperDialog>
  );
}

function Lines({ label, list }: { label: string; list: readonly string[] }) {
  if (list.length === 0) return null;
  return (
    <tr>
      <th scope="row" className="figures text-nowrap fw-normal">
        {list.length} {label}
      </th>
      <td>
        {list.slice(0, mostListed).map((line) => (
          <bdi key={line} className="d-block">
            {line}
          </bdi>
        ))}
        {list.length > mostListed && <span className="quiet">and {list.length - mostListed} more</span>}
      </td>
    </tr>
  );
}

function Drop({ onFiles }: { onFiles: (files: readonly File[]) => void }) {
  const { getRootProps, getInputProps, isDragActive } = useDropzone({
    onDrop: (files) => onFiles(files.filter(({ name }) => !isTableName(name))),
  });
  return (
    <div {...getRootProps()} className={`sheet-drop${isDragActive ? " is-over" : ""}`}>
      <input {...getInputProps()} aria-label="Pictures, a folder or a zip" />
      Drop a folder, a zip or pictures here, or press to choose some. Their names say where they go; case and ending
      don’t count.
    </div>
  );
}
