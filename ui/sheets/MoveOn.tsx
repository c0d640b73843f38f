"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { z } from "zod";
import { FillDesk } from "@/contract/releases";
import { SheetView } from "@/contract/sheets";
import { columnChanges, type ColumnChange } from "@/core/sheets/moving-on";
import { rowFaults } from "@/core/sheets/row";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { MoveOnDialog } from "./MoveOnDialog";
import { useSheet, useSheetStore } from "./store";

const words: Readonly<Record<ColumnChange["what"], string>> = {
  new: "is new",
  gone: "is gone",
  "another kind": "is of another kind",
  renamed: "is renamed",
};

/** Where a sheet's rows were before they went to another release. */
interface Before {
  readonly releaseId: string;
  readonly number: number;
  readonly rows: readonly string[];
}

/** Says that a newer release is out and what differs, moves rows on to it, and back again. */
export function MoveOn() {
  const store = useSheetStore();
  const desk = useSheet((state) => state.view.desk);
  const others = useSheet((state) => state.view.others);
  const rows = useSheet((state) => state.rows);
  const [before, setBefore] = useState<Before>();
  const [fault, setFault] = useState<string>();
  const [looking, setLooking] = useState<FillDesk>();
  const newerId = desk.newer?.id;
  const newer = useQuery({
    queryKey: ["fill", newerId],
    queryFn: () => call(`/api/releases/${newerId}`, FillDesk),
    enabled: newerId !== undefined,
  });
  const go = async (releaseId: string, moving: readonly string[], back: Before | undefined) => {
    setFault(undefined);
    try {
      await store.getState().flush();
      const { id } = store.getState().view;
      await call(`/api/sheets/${id}/release`, z.null(), { releaseId, rows: moving });
      const mark = store.getState().mark();
      store.getState().heardAll(await call(`/api/sheets/${id}`, SheetView), mark);
      setBefore(back);
      setLooking(undefined);
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  const moveOn = (next: FillDesk, moving: readonly string[]) =>
    void go(next.id, moving, { releaseId: desk.id, number: desk.number, rows: moving });
  const next = newer.data?.document;
  const changes = next ? columnChanges(desk.document, next) : [];
  const faulty = next ? rows.filter(({ cells }) => rowFaults(next, cells).length > 0).length : 0;
  const stayed = rows.filter(({ release }) => release !== null);
  return (
    <>
      {fault && <Notice weight="stop">{fault}</Notice>}
      {desk.newer && (
        <Notice weight="note">
          Release {desk.newer.number} of {desk.document.name} is out.{" "}
          {changes.map(({ label, what }) => `${label} ${words[what]}. `)}
          {faulty > 0 && `${faulty} rows will need attention. `}
          <Button
            variant="link"
            size="sm"
            className="p-0 align-baseline"
            disabled={!newer.data || rows.length === 0}
            onClick={() => setLooking(newer.data)}
          >
            See what it changes …
          </Button>{" "}
          <Button
            variant="link"
            size="sm"
            className="p-0 align-baseline"
            disabled={!newer.data}
            onClick={() =>
              moveOn(
                newer.data!,
                rows.map(({ id }) => id),
              )
            }
          >
            Move all {rows.length} rows on to it
          </Button>
        </Notice>
      )}
      {before && before.releaseId !== desk.id && (
        <Notice weight="note">
          {before.rows.length} rows are on release {desk.number} now; their clips are out of date.{" "}
          <Button
            variant="link"
            size="sm"
            className="p-0 align-baseline"
            onClick={() => void go(before.releaseId, before.rows, undefined)}
          >
            Back to release {before.number}
          </Button>
        </Notice>
      )}
      {stayed.length > 0 && (
        <Notice weight="note">
          {stayed.length === 1 ? "One row has" : `${stayed.length} rows have`} stayed on release{" "}
          {others.map(({ number }) => number).join(", ")}.{" "}
          <Button variant="link" size="sm" className="p-0 align-baseline" onClick={() => setLooking(desk)}>
            See what release {desk.number} changes …
          </Button>
        </Notice>
      )}
      {looking && (
        <MoveOnDialog next={looking} onMove={(ids) => moveOn(looking, ids)} onClose={() => setLooking(undefined)} />
      )}
    </>
  );
}
