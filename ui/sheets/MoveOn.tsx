"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { z } from "zod";
import { SheetView } from "@/contract/sheets";
import { FillDesk } from "@/contract/releases";
import { columnChanges, type ColumnChange } from "@/core/sheets/moving-on";
import { rowFaults } from "@/core/sheets/row";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { useSheet, useSheetStore } from "./store";

const words: Readonly<Record<ColumnChange["what"], string>> = {
  new: "is new",
  gone: "is gone",
  "another kind": "is of another kind",
  renamed: "is called otherwise",
};

/** Says that a newer release is out and what differs, moves the sheet on to it, and back again. */
export function MoveOn() {
  const store = useSheetStore();
  const desk = useSheet((state) => state.view.desk);
  const rows = useSheet((state) => state.rows);
  const [from, setFrom] = useState<{ id: string; number: number }>();
  const [fault, setFault] = useState<string>();
  const newer = useQuery({
    queryKey: ["fill", desk.newer?.id],
    queryFn: () => call(`/api/releases/${desk.newer!.id}`, FillDesk),
    enabled: desk.newer !== null,
  });
  const go = async (releaseId: string) => {
    setFault(undefined);
    try {
      await store.getState().flush();
      const { id } = store.getState().view;
      setFrom({ id: desk.id, number: desk.number });
      await call(`/api/sheets/${id}/release`, z.null(), { releaseId });
      store.getState().heardAll(await call(`/api/sheets/${id}`, SheetView));
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  if (fault) return <Notice weight="stop">{fault}</Notice>;
  if (desk.newer) {
    const next = newer.data?.document;
    const changes = next ? columnChanges(desk.document, next) : [];
    const faulty = next ? rows.filter(({ cells }) => rowFaults(next, cells).length > 0).length : 0;
    return (
      <Notice weight="note">
        Release {desk.newer.number} of {desk.document.name} is out.{" "}
        {changes.map(({ label, what }) => `${label} ${words[what]}. `)}
        {faulty > 0 && `${faulty} rows will have something to mend. `}
        <Button variant="link" size="sm" className="p-0" disabled={!next} onClick={() => void go(desk.newer!.id)}>
          Move the {rows.length} rows on to it
        </Button>
      </Notice>
    );
  }
  if (!from || from.id === desk.id) return null;
  return (
    <Notice weight="note">
      The rows are on release {desk.number} now; their clips are out of date.{" "}
      <Button variant="link" size="sm" className="p-0" onClick={() => void go(from.id)}>
        Back to release {from.number}
      </Button>
    </Notice>
  );
}
