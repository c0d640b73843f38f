"use client";
import { useEffect, useMemo, useState } from "react";
import { z } from "zod";
import type { LinkFill } from "@/contract/links";
import { checkValues } from "@/core/document/values";
import type { FieldValue } from "@/core/fields/value";
import { Cells, rowValues } from "@/core/sheets/row";
import { findingsOnStage, notesByField } from "@/ui/fill/notes";
import { useRowChecks } from "@/ui/fill/use-row-checks";
import { browserStore } from "@/ui/parts/browser-store";
import { usePlayer } from "@/ui/stage/use-player";
import { cellsWith, restored, RowKeeper, type Kept, type Unkept } from "./row-keeper";

/** A row that is filled in by link: what it says, how it looks, what is to be said about it, and its way to the sheet. */
export function useLinkRow(token: string, first: LinkFill) {
  const { document: design, house } = first;
  const { cells, setCells, kept, sayReady } = useKeeping(token, first);
  const [visited, setVisited] = useState<ReadonlySet<string>>(new Set());
  const values = useMemo(() => rowValues(design, cells), [design, cells]);
  const faults = useMemo(() => checkValues(design, values), [design, values]);
  const scene = useMemo(
    () => ({ request: { design, values, house, samples: true }, formats: first.formats }),
    [design, values, house, first.formats],
  );
  const { player, view } = usePlayer(scene, true);
  const { found } = useRowChecks(player, view.stage);
  const findings = useMemo(() => findingsOnStage(design, view.stage, found), [design, view.stage, found]);
  const write = (column: string, value: FieldValue | undefined) =>
    setCells((before) => cellsWith(before, { [column]: value }));
  return {
    ...{ cells, values, player, view, write, sayReady },
    ...kept,
    lengthFault: faults.find(({ field }) => field === "length")?.message,
    notes: notesByField(faults, findings, house.formats, visited),
    visit: (id: string) => setVisited((before) => new Set([...before, id])),
  };
}

/** Where this browser keeps what it could not send of a row. */
const unkeptKey = (row: string) => `rubrick unkept ${row}`;

const Left = z.object({ known: Cells, wanted: Cells });

/** What an earlier page has left of this row; the link may be opened again after a tunnel. */
function readLeft(row: string): Unkept | undefined {
  try {
    return Left.parse(JSON.parse(browserStore()?.getItem(unkeptKey(row)) ?? ""));
  } catch {
    return undefined;
  }
}

function keepLeft(row: string, unkept: Unkept | undefined): void {
  try {
    if (unkept) browserStore()?.setItem(unkeptKey(row), JSON.stringify(unkept));
    else browserStore()?.removeItem(unkeptKey(row));
  } catch {
    // A full store: then there is this page alone.
  }
}

/** The row, sent as it is typed, also when the page is gone in the middle of a word. */
function useKeeping(token: string, first: LinkFill) {
  const [start] = useState(() => {
    const left = readLeft(first.row);
    return left ? restored(first.cells, left) : { cells: first.cells, theirs: [] };
  });
  const [cells, setCells] = useState<Cells>(start.cells);
  const [kept, setKept] = useState<Kept>({ keeping: "kept", state: first.state, theirs: start.theirs });
  const [keeper] = useState(
    () =>
      new RowKeeper(
        `/api/links/${token}/row`,
        first,
        start.theirs,
        setKept,
        (theirs) => setCells((before) => cellsWith(before, theirs)),
        (unkept) => keepLeft(first.row, unkept),
      ),
  );
  useEffect(() => keeper.write(cells), [keeper, cells]);
  useEffect(() => {
    const leave = () => keeper.leave();
    // A phone puts a page away without a word; being out of sight may be all that it is told.
    const onSight = () => document.visibilityState === "hidden" && leave();
    window.addEventListener("pagehide", leave);
    document.addEventListener("visibilitychange", onSight);
    return () => {
      window.removeEventListener("pagehide", leave);
      document.removeEventListener("visibilitychange", onSight);
      leave();
    };
  }, [keeper]);
  return { cells, setCells, kept, sayReady: () => keeper.sayReady() };
}
