"use client";
import Link from "next/link";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { z } from "zod";
import { Made, type RowView } from "@/contract/sheets";
import { rowFaults } from "@/core/sheets/row";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { useSheet, useSheetStore } from "./store";

/** What a sheet is made as, and the presses that make its clips. */
export function MakePanel({ chosen }: { chosen: readonly string[] }) {
  const store = useSheetStore();
  const view = useSheet((state) => state.view);
  const rows = useSheet((state) => state.rows);
  const [made, setMade] = useState<Made>();
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState(false);
  const { document: design, house } = view.desk;
  const outputs = view.desk.outputs.filter(({ id }) => design.outputs?.includes(id) ?? true);
  // One that was taken away meanwhile is chosen no longer.
  const kinds = view.outputs.filter((id) => outputs.some((output) => output.id === id));
  const due = rows.filter((row) => isDue(row, view.formats, kinds));
  const good = due.filter(({ cells }) => rowFaults(design, cells).length === 0);
  const outdated = good.filter(({ clips }) => clips.some(({ state }) => state === "out of date"));
  const about = async (part: { formats?: readonly string[]; outputs?: readonly string[] }) => {
    store.setState({ view: { ...view, ...part } as typeof view });
    await call(`/api/sheets/${view.id}/about`, z.null(), part).catch((error: Error) => setFault(error.message));
  };
  const make = async (ids: readonly string[], only: "all" | "outdated") => {
    setBusy(true);
    setFault(undefined);
    setMade(undefined);
    try {
      await store.getState().flush();
      setMade(await call(`/api/sheets/${view.id}/clips`, Made, { rows: ids, only }));
    } catch (error) {
      setFault((error as Error).message);
    }
    setBusy(false);
  };
  const numberOf = (id: string) => rows.findIndex((row) => row.id === id) + 1;
  return (
    <section className="sheet__make align-items-center d-flex flex-wrap gap-12" aria-label="Make the clips">
      <Ticks
        label="Formats"
        list={house.formats.filter(({ id }) => design.formats.includes(id))}
        chosen={view.formats}
        onChange={(formats) => void about({ formats })}
      />
      {view.desk.sets.length > 0 && (
        <span role="group" aria-label="Sets" className="d-flex flex-wrap gap-8">
          {view.desk.sets.map((set) => (
            <Button
              key={set.id}
              size="sm"
              variant="outline-secondary"
              onClick={() =>
                void about({ outputs: outputs.map(({ id }) => id).filter((id) => set.outputs.includes(id)) })
              }
            >
              {set.name}
            </Button>
          ))}
        </span>
      )}
      <Ticks
        label="Kinds of file"
        list={outputs}
        chosen={kinds}
        onChange={(chosenOutputs) => void about({ outputs: chosenOutputs })}
      />
      <span className="ms-auto" />
      {fault && <Notice weight="stop">{fault}</Notice>}
      {made && (
        <Notice weight={made.left.length > 0 ? "warn" : "note"}>
          {made.clips === 0
            ? "Everything is as it should be; nothing was made."
            : `${made.clips} clips are on the way. `}
          {made.clips > 0 && <Link href="/outbox">See the outbox</Link>}
          {made.left.length > 0 &&
            ` ${made.skipped.length > 0 ? `${made.skipped.length} stay as they are, such as ${made.skipped[0]}.` : ""} ${made.left.length} left out: row ${numberOf(made.left[0]!.row)}, ${made.left[0]!.reason}`}
        </Notice>
      )}
      {chosen.length > 1 && (
        <Button
          variant="outline-secondary"
          disabled={busy}
          onClick={() => void make(chosen, "all")}
          title="Also those that are made already"
        >
          Make the {chosen.length} chosen anew
        </Button>
      )}
      <Button
        disabled={busy || good.length === 0 || kinds.length === 0}
        onClick={() =>
          void make(
            good.map(({ id }) => id),
            "outdated",
          )
        }
      >
        {kinds.length === 0 ? "Choose a kind of file" : wordsFor(good.length, outdated.length)}
      </Button>
    </section>
  );
}

/** Whether anything of a row is still to be made, or to be made again. */
const isDue = ({ clips }: RowView, formats: readonly string[], kinds: readonly string[]): boolean =>
  formats.some((format) =>
    kinds.some((kind) => {
      const clip = clips.find((one) => one.format === format && one.output === kind);
      return clip?.state !== "current" && clip?.state !== "making";
    }),
  );

function wordsFor(due: number, outdated: number): string {
  if (due === 0) return "Nothing to make";
  const rows = (n: number) => `${n} ${n === 1 ? "row" : "rows"}`;
  if (outdated === due) return `Make what is out of date: ${rows(due)}`;
  return `Make the clips of ${rows(due)}${outdated > 0 ? `, ${outdated} out of date` : ""}`;
}

function Ticks(props: {
  label: string;
  list: readonly { id: string; name: string }[];
  chosen: readonly string[];
  onChange: (chosen: readonly string[]) => void;
}) {
  const { label, list, chosen, onChange } = props;
  const toggle = (id: string) => {
    const next = list.map((one) => one.id).filter((one) => (one === id) !== chosen.includes(one));
    if (next.length > 0) onChange(next);
  };
  return (
    <span role="group" aria-label={label} className="d-flex flex-wrap gap-10">
      {list.map(({ id, name }) => (
        <label key={id} className="tick m-0">
          <input type="checkbox" checked={chosen.includes(id)} onChange={() => toggle(id)} /> {name}
        </label>
      ))}
    </span>
  );
}
