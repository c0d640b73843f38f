"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { z } from "zod";
import type { RowView } from "@/contract/sheets";
import type { Finding } from "@/core/checks/findings";
import type { ValueFault } from "@/core/document/values";
import { fixesOf } from "@/core/sheets/fixes";
import { NoteLine } from "@/ui/fill/NoteLine";
import { notesByField, type FieldNote } from "@/ui/fill/notes";
import { call } from "@/ui/parts/api";
import { leastReason } from "@/ui/parts/FindingLine";
import { columnLabel } from "./columns";
import { filledOf, mendAll } from "./mending";
import { useProblems } from "./problems";
import { deskOf, useSheet, useSheetStore } from "./store";

/** What is found about a row, field by field: mended here or in all rows that have it, or let go out with a reason. */
export function RowNotes(props: { row: RowView; faults: readonly ValueFault[]; findings: readonly Finding[] }) {
  const { row, faults, findings } = props;
  const view = useSheet((state) => state.view);
  const { document: design, house, accepted } = deskOf(view, row);
  const visited = new Set(faults.map(({ field }) => field));
  const may = new Map([...accepted, ...row.accepted].map(({ check, reason }) => [check, reason]));
  const open = findings.filter(({ id, broken }) => broken || !may.has(id));
  const allowed = findings.filter(({ id, broken }) => !broken && may.has(id));
  const { fields, others } = notesByField(faults, open, house.formats, visited);
  const named = (field: string, note: FieldNote): FieldNote => {
    const label = columnLabel(design, field === "length" ? "@length" : field);
    return note.text.startsWith(label) ? note : { ...note, text: `${label}: ${note.text}` };
  };
  const notes = [...[...fields].flatMap(([field, list]) => list.map((note) => named(field, note))), ...others];
  return (
    <>
      {notes.map((note) => (
        <NoteLine key={note.text} note={note}>
          <Ways row={row} note={note} />
        </NoteLine>
      ))}
      {allowed.map((finding) => (
        <p key={finding.id} className="quiet mt-6 mb-0">
          {finding.message} Accepted: {may.get(finding.id)}{" "}
          {row.accepted.some(({ check }) => check === finding.id) && <TakeBack row={row} check={finding.id} />}
        </p>
      ))}
    </>
  );
}

function TakeBack({ row, check }: { row: RowView; check: string }) {
  const store = useSheetStore();
  const [fault, setFault] = useState<string>();
  const { id } = store.getState().view;
  const takeBack = () =>
    call(`/api/sheets/${id}/accepted`, z.null(), { rows: [row.id], check, reason: null }).catch((error: Error) =>
      setFault(error.message),
    );
  if (fault) return <span role="alert">{fault}</span>;
  return (
    <Button variant="link" size="sm" className="p-0 align-baseline" onClick={() => void takeBack()}>
      Withdraw the reason
    </Button>
  );
}

/** What else may be done: the same in all rows that have it, or letting it go out. */
function Ways({ row, note }: { row: RowView; note: FieldNote }) {
  const store = useSheetStore();
  const rows = useSheet((state) => state.rows);
  const problemsOf = useProblems();
  const [asking, setAsking] = useState(false);
  const [progress, setProgress] = useState<string>();
  const { finding, fault } = note;
  const id = finding ? finding.id : fault && `value:${fault.field}:${fault.code}`;
  const same = rows.flatMap((other) => {
    if (other.id === row.id && finding) {
      const { severity, message, field } = finding;
      return [{ row: other, problem: { id: finding.id, severity, message, field, finding } }];
    }
    const problem = problemsOf(other).find((one) => one.id === id);
    return problem ? [{ row: other, problem }] : [];
  });
  const canMend = finding
    ? fixesOf(finding, filledOf(store.getState().view, row)).length > 0
    : fault && !["required", "sample", "short"].includes(fault.code);
  const all = async () => {
    const onProgress = (done: number) => setProgress(`Trying ${done} of ${same.length} …`);
    const mended = await mendAll(store.getState().view, same, onProgress).catch((error: Error) => error);
    if (mended instanceof Error) return setProgress(`Nothing was fixed: ${mended.message}`);
    const { cells, left } = mended;
    const count = new Set(cells.map((cell) => cell.row)).size;
    if (cells.length > 0) store.getState().edit(`Fix ${count} rows`, { cells });
    setProgress(left > 0 ? `${count} fixed; ${left} can’t be fixed this way.` : `${count} fixed.`);
  };
  return (
    <>
      {canMend && same.length > 1 && (
        <>
          {" "}
          <Button variant="link" size="sm" className="p-0 align-baseline" onClick={() => void all()}>
            Fix all {same.length} rows that have this
          </Button>
        </>
      )}
      {progress && <small className="figures"> {progress}</small>}
      {finding && !finding.broken && finding.severity !== "note" && (
        <>
          {" "}
          <Button variant="link" size="sm" className="p-0 align-baseline" onClick={() => setAsking(!asking)}>
            Accept with a reason …
          </Button>
        </>
      )}
      {asking && finding && (
        <Letting row={row} finding={finding} rows={same.map((one) => one.row.id)} onDone={() => setAsking(false)} />
      )}
    </>
  );
}

/** Asks why something that was found may go out. */
function Letting(props: { row: RowView; finding: Finding; rows: readonly string[]; onDone: () => void }) {
  const { row, finding, rows, onDone } = props;
  const store = useSheetStore();
  const [reason, setReason] = useState("");
  const [fault, setFault] = useState<string>();
  const good = reason.trim().length >= leastReason;
  const keep = async (ids: readonly string[]) => {
    const { id } = store.getState().view;
    try {
      await store.getState().flush();
      await call(`/api/sheets/${id}/accepted`, z.null(), { rows: ids, check: finding.id, reason: reason.trim() });
      onDone();
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return (
    <span className="d-grid gap-4 mt-6">
      <Form.Control
        size="sm"
        autoFocus
        aria-label="Reason to allow it"
        placeholder="Reason to export it anyway"
        maxLength={300}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      <span className="d-flex gap-8">
        <Button variant="outline-secondary" size="sm" disabled={!good} onClick={() => void keep([row.id])}>
          Accept
        </Button>
        {rows.length > 1 && (
          <Button variant="outline-secondary" size="sm" disabled={!good} onClick={() => void keep(rows)}>
            In all {rows.length} rows
          </Button>
        )}
      </span>
      {fault && <span role="alert">{fault}</span>}
    </span>
  );
}
