"use client";
import Link from "next/link";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { z } from "zod";
import { Made, Renamed, type RowView } from "@/contract/sheets";
import { rowFaults } from "@/core/sheets/row";
import { call } from "@/ui/parts/api";
import { ZipButton } from "@/ui/outbox/ZipButton";
import { Notice } from "@/ui/parts/Notice";
import { useProblems } from "./problems";
import { useSheet, useSheetStore } from "./store";

/** What a sheet is made as, and the presses that make its clips. */
export function MakePanel({ chosen }: { chosen: readonly string[] }) {
  const store = useSheetStore();
  const view = useSheet((state) => state.view);
  const rows = useSheet((state) => state.rows);
  const [made, setMade] = useState<Made>();
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState(false);
  const problems = useProblems();
  const { document: design } = view.desk;
  const outputs = view.desk.outputs.filter(({ id }) => design.outputs?.includes(id) ?? true);
  // One that was taken away meanwhile is chosen no longer.
  const kinds = view.outputs.filter((id) => outputs.some((output) => output.id === id));
  const due = rows.filter((row) => isDue(row, view.formats, kinds));
  const isStopped = (row: RowView) =>
    rowFaults(design, row.cells).length > 0 || problems(row).some(({ severity }) => severity === "stop");
  const good = due.filter((row) => !isStopped(row));
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
  // What the zip holds: files that show their rows as these are now.
  const files = rows
    .flatMap(({ clips }) => clips)
    .filter(({ state, format, output }) => {
      return state === "current" && view.formats.includes(format) && kinds.includes(output);
    }).length;
  const numberOf = (id: string) => rows.findIndex((row) => row.id === id) + 1;
  return (
    <section className="sheet__make align-items-center d-flex flex-wrap gap-12" aria-label="Export">
      <Choices outputs={outputs} kinds={kinds} onChange={(part) => void about(part)} />
      <span className="ms-auto" />
      {fault && <Notice weight="stop">{fault}</Notice>}
      {made && made.oldNames.length > 0 && (
        <OldNames sheet={view.id} names={made.oldNames} onDone={() => setMade({ ...made, oldNames: [] })} />
      )}
      {made && <Answer made={made} numberOf={numberOf} />}
      {files > 0 && <ZipButton of={`sheets/${view.id}`} count={files} onFault={setFault} />}
      {chosen.length > 1 && (
        <Button
          variant="outline-secondary"
          disabled={busy}
          onClick={() => void make(chosen, "all")}
          title="Also those that are made already"
        >
          Export the {chosen.length} selected again
        </Button>
      )}
      <Button
        disabled={busy || good.length === 0 || kinds.length === 0}
        onClick={() =>
          // Those that need attention go along, so that the answer names each with its reason.
          void make(
            due.map(({ id }) => id),
            "outdated",
          )
        }
      >
        {kinds.length === 0
          ? "Choose a kind of file"
          : wordsFor(good.length, outdated.length, due.length - good.length)}
      </Button>
    </section>
  );
}

/** What is made: chosen in one line, and opened to be changed. */
function Choices(props: {
  outputs: readonly { readonly id: string; readonly name: string }[];
  kinds: readonly string[];
  onChange: (part: { formats?: readonly string[]; outputs?: readonly string[] }) => void;
}) {
  const { outputs, kinds, onChange } = props;
  const view = useSheet((state) => state.view);
  const [changing, setChanging] = useState(false);
  const { document: design, house } = view.desk;
  return (
    <>
      <p className="m-0 d-flex flex-wrap align-items-center gap-8">
        <span className="sheet__chosen">
          {namesIn(house.formats, view.formats)} · {namesIn(outputs, kinds)}
        </span>
        <Button variant="link" size="sm" aria-expanded={changing} onClick={() => setChanging(!changing)}>
          {changing ? "Done" : "Change"}
        </Button>
      </p>
      {changing && (
        <div className="sheet__choices d-flex flex-wrap gap-12">
          <Ticks
            label="Formats"
            list={house.formats.filter(({ id }) => design.formats.includes(id))}
            chosen={view.formats}
            onChange={(formats) => onChange({ formats })}
          />
          {view.desk.sets.length > 0 && (
            <span role="group" aria-label="Sets" className="d-flex flex-wrap gap-8">
              {view.desk.sets.map((set) => (
                <Button
                  key={set.id}
                  size="sm"
                  variant="outline-secondary"
                  onClick={() =>
                    onChange({ outputs: outputs.map(({ id }) => id).filter((id) => set.outputs.includes(id)) })
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
            onChange={(chosenOutputs) => onChange({ outputs: chosenOutputs })}
          />
        </div>
      )}
    </>
  );
}

/** What has come of a press: how much is on the way, and every row that was left out. */
function Answer({ made, numberOf }: { made: Made; numberOf: (id: string) => number }) {
  return (
    <Notice weight={made.left.length > 0 ? "warn" : "note"}>
      {made.clips === 0
        ? "Everything is up to date; nothing was exported. "
        : `${made.clips} ${made.clips === 1 ? "file is" : "files are"} on the way. `}
      {made.clips > 0 && <Link href="/outbox">Open the outbox</Link>}
      {made.skipped.length > 0 && ` ${made.skipped.length} stay as they are, such as ${made.skipped[0]}.`}
      {made.left.length > 0 && (
        <details>
          <summary>{made.left.length === 1 ? "1 row was left out" : `${made.left.length} rows were left out`}</summary>
          <ul className="sheet__left m-0">
            {made.left.map(({ row, reason }) => (
              <li key={row}>
                Row {numberOf(row)}: {reason}
              </li>
            ))}
          </ul>
        </details>
      )}
    </Notice>
  );
}

/** Files that keep a name which says something else by now, and the press that calls them after what they show. */
function OldNames({ sheet, names, onDone }: { sheet: string; names: Made["oldNames"]; onDone: () => void }) {
  const [fault, setFault] = useState<string>();
  const [first] = names;
  const rename = async () => {
    try {
      await call(`/api/sheets/${sheet}/names`, Renamed, { exports: names.map((one) => one.export) });
      onDone();
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return (
    <Notice weight="warn">
      {names.length === 1 ? "1 file keeps its old name" : `${names.length} files keep their old names`}: {first!.from}{" "}
      would be {first!.to} now.{" "}
      <button type="button" className="chip" onClick={() => void rename()}>
        Rename {names.length === 1 ? "it" : "them"}
      </button>
      {fault && ` ${fault}`}
    </Notice>
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

/** The press that exports, with how many rows it means, and what keeps the others back. */
export function wordsFor(rows: number, outdated: number, stopped: number): string {
  const notes = [
    ...(outdated > 0 ? [`${outdated === rows ? "all" : outdated} out of date`] : []),
    ...(stopped > 0 ? [stopped === 1 ? "1 needs attention" : `${stopped} need attention`] : []),
  ];
  const also = notes.length > 0 ? ` (${notes.join(", ")})` : "";
  if (rows === 0) return stopped > 0 ? `Nothing to export${also}` : "Nothing to export";
  return `Export ${rows} ${rows === 1 ? "row" : "rows"}${also}`;
}

const namesIn = (list: readonly { readonly id: string; readonly name: string }[], ids: readonly string[]): string =>
  list
    .filter(({ id }) => ids.includes(id))
    .map(({ name }) => name)
    .join(", ") || "none chosen";

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
