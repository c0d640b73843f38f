"use client";
import Link from "next/link";
import { useMemo, useState } from "react";
import { Button } from "react-bootstrap";
import { ArrowClockwise, ArrowCounterclockwise } from "react-bootstrap-icons";
import { rowFaults } from "@/core/sheets/row";
import { Notice } from "@/ui/parts/Notice";
import { Conflicts } from "./Conflicts";
import { Grid } from "./Grid";
import { MoveOn } from "./MoveOn";
import { MakePanel } from "./MakePanel";
import { RowPreview } from "./RowPreview";
import { useSheet } from "./store";
import { TableOut } from "./TableOut";
import { TakeInDialog } from "./TakeInDialog";
import { useSheetKeys } from "./use-sheet-keys";

/** A ruled ledger: one row a clip, the worst finding as a red mark in the margin; beside it the chosen row in all formats. */
export function Sheet() {
  const view = useSheet((state) => state.view);
  const rows = useSheet((state) => state.rows);
  const [find, setFind] = useState("");
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [taking, setTaking] = useState(false);
  useSheetKeys();
  const { document: design } = view.desk;
  const wrong = useMemo(() => rows.filter(({ cells }) => rowFaults(design, cells).length > 0).length, [rows, design]);
  const lead = rows.find(({ id }) => id === chosen[0]) ?? rows[0];
  return (
    <main className="sheet">
      <header className="sheet__bar align-items-baseline d-flex gap-8">
        <p className="trail m-0">
          <Link href="/sheets">Sheets</Link>
        </p>
        <h1 className="text-nowrap">{view.name}</h1>
        <p className="text-secondary m-0 me-auto figures min-w-0 overflow-hidden text-ellipsis text-nowrap">
          <Saved /> · {rows.length} {rows.length === 1 ? "row" : "rows"}
          {wrong > 0 && <span className="text-primary">, {wrong} with something to mend</span>} · {design.name}, release{" "}
          {view.desk.number}
        </p>
        <History />
        <input
          type="search"
          className="form-control form-control-sm sheet__find"
          placeholder="Find in the rows"
          aria-label="Find in the rows"
          value={find}
          onChange={(event) => setFind(event.target.value)}
        />
        <Button variant="segment" size="sm" className="text-nowrap" onClick={() => setTaking(true)}>
          Take in a table …
        </Button>
        <TableOut />
      </header>
      <div className="sheet__says">
        <MoveOn />
        <Conflicts />
      </div>
      <div className="sheet__body">
        <Grid find={find} chosen={chosen} onChoose={setChosen} />
        <aside className="sheet__side" aria-label="The chosen row">
          {lead ? (
            <RowPreview row={lead} number={rows.indexOf(lead) + 1} />
          ) : (
            <Notice weight="note">
              Add a row and type, paste rows from any spreadsheet, or take in a table. Each row becomes a clip.
            </Notice>
          )}
        </aside>
      </div>
      <MakePanel chosen={chosen} />
      {taking && <TakeInDialog onClose={() => setTaking(false)} />}
    </main>
  );
}

function Saved() {
  const save = useSheet((state) => state.save);
  const words = { saved: "all is saved", saving: "saving …", waiting: "not saved yet; trying again" } as const;
  if (save.kind !== "refused") return <span data-save={save.kind}>{words[save.kind]}</span>;
  return (
    <span data-save="refused" role="alert" className="text-primary fw-semibold">
      not saved: {save.message}
    </span>
  );
}

function History() {
  const past = useSheet((state) => state.past.at(-1));
  const future = useSheet((state) => state.future.at(-1));
  const undo = useSheet((state) => state.undo);
  const redo = useSheet((state) => state.redo);
  return (
    <>
      <button
        type="button"
        className="tool"
        disabled={!past}
        onClick={undo}
        title={past ? `Undo: ${past.label} (Ctrl Z)` : "Nothing to undo"}
      >
        <ArrowCounterclockwise aria-hidden /> <span className="visually-hidden">Undo</span>
      </button>
      <button
        type="button"
        className="tool"
        disabled={!future}
        onClick={redo}
        title={future ? `Redo: ${future.label}` : "Nothing to redo"}
      >
        <ArrowClockwise aria-hidden /> <span className="visually-hidden">Redo</span>
      </button>
    </>
  );
}
