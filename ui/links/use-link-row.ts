"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { LinkFillAnswer, type LinkFill } from "@/contract/links";
import { checkValues } from "@/core/document/values";
import type { FieldValue } from "@/core/fields/value";
import { cellOf, rowValues, type Cells } from "@/core/sheets/row";
import { findingsOnStage, notesByField } from "@/ui/fill/notes";
import { useRowChecks } from "@/ui/fill/use-row-checks";
import { ApiError, call } from "@/ui/parts/api";
import { usePlayer } from "@/ui/stage/use-player";

/** Typing goes on undisturbed; a pause this long is sent. */
const restMs = 700;
const againMs = 4000;

export type Keeping = "kept" | "sending" | "offline" | "over";

/** A row that is filled in by link: what it says, how it looks, what is to be said about it, and its way to the sheet. */
export function useLinkRow(token: string, first: LinkFill) {
  const { document: design, house } = first;
  const [cells, setCells] = useState<Cells>(first.cells);
  const [visited, setVisited] = useState<ReadonlySet<string>>(new Set());
  const kept = useKeeping(token, first, cells, setCells);
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
    setCells((before) => {
      const { [column]: _, ...rest } = before as Record<string, FieldValue>;
      return value === undefined ? rest : { ...rest, [column]: value };
    });
  return {
    ...{ cells, values, player, view, write },
    ...kept,
    lengthFault: faults.find(({ field }) => field === "length")?.message,
    notes: notesByField(faults, findings, house.formats, visited),
    visit: (id: string) => setVisited((before) => new Set([...before, id])),
  };
}

/** Sends what has changed after a pause, tries again while nothing answers, and takes over what others wrote meanwhile. */
function useKeeping(token: string, first: LinkFill, cells: Cells, setCells: (take: (before: Cells) => Cells) => void) {
  const server = useRef<Cells>(first.cells);
  const [state, setState] = useState(first.state);
  const [keeping, setKeeping] = useState<Keeping>("kept");
  const [fault, setFault] = useState<string>();
  const [theirs, setTheirs] = useState<readonly string[]>([]);
  const send = useCallback(
    async (now: Cells, ready: boolean): Promise<boolean> => {
      const columns = [...new Set([...Object.keys(now), ...Object.keys(server.current)])];
      const changes = columns
        .map((column) => ({ column, was: cellOf(server.current, column), to: cellOf(now, column) }))
        .filter(({ was, to }) => JSON.stringify(was) !== JSON.stringify(to));
      if (changes.length === 0 && !ready) return true;
      setKeeping("sending");
      try {
        const answer = await call(`/api/links/${token}/row`, LinkFillAnswer, { cells: changes, ready });
        const taken = Object.fromEntries(answer.conflicts.map(({ column, theirs: cell }) => [column, cell]));
        server.current = withoutEmpty({ ...now, ...taken });
        // What others wrote at the same place stands; it is said which that was.
        if (answer.conflicts.length > 0) setCells((before) => withoutEmpty({ ...before, ...taken }));
        setTheirs(answer.conflicts.map(({ column }) => column));
        setState(answer.state);
        setFault(undefined);
        setKeeping("kept");
        return answer.conflicts.length === 0;
      } catch (error) {
        const isOver = error instanceof ApiError && [404, 409, 410, 422].includes(error.status);
        setKeeping(isOver ? "over" : "offline");
        setFault((error as Error).message);
        return false;
      }
    },
    [token, setCells],
  );
  useEffect(() => {
    if (keeping === "over") return;
    const timer = setTimeout(() => void send(cells, false), keeping === "offline" ? againMs : restMs);
    return () => clearTimeout(timer);
  }, [cells, keeping, send]);
  return { state, keeping, fault, theirs, sayReady: () => send(cells, true) };
}

const withoutEmpty = (cells: Readonly<Record<string, FieldValue | undefined>>): Cells =>
  Object.fromEntries(Object.entries(cells).filter(([, cell]) => cell !== undefined)) as Cells;
