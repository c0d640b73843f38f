"use client";
import type { RowClip, RowView } from "@/contract/sheets";
import { writeDate } from "@/ui/parts/dates";
import { useSheet } from "./store";

const stateWords: Readonly<Record<RowClip["state"], string>> = {
  making: "exporting",
  current: "up to date",
  "out of date": "out of date",
  failed: "failed",
};

/** How the clips of a row stand to what it says now, and who has said what about it. */
export function RowClips({ row }: { row: RowView }) {
  const desk = useSheet((state) => state.view.desk);
  const format = (id: string) => desk.house.formats.find((one) => one.id === id)?.name ?? id;
  const output = (id: string) => desk.outputs.find((one) => one.id === id)?.name ?? id;
  return (
    <section className="sheet-clips" aria-label="Clips of this row">
      {row.stateBy && (
        <p className="quiet mt-8 mb-0">
          {row.state === "approved" ? "Approved" : row.state === "ready" ? "Ready" : "Reopened"} by {row.stateBy}
          {row.stateAt && <span className="figures">, {writeDate(row.stateAt)}</span>}
        </p>
      )}
      {row.clips.length > 0 && (
        <ul className="list-none m-0 p-0 mt-8">
          {row.clips.map(({ exportId, format: f, output: o, state, reasons }) => (
            <li key={exportId} data-clip={state}>
              {format(f)}, {output(o)}:{" "}
              {state === "current" || state === "out of date" ? (
                <a href={`/api/exports/${exportId}/file`} download>
                  {stateWords[state]}
                </a>
              ) : (
                stateWords[state]
              )}
              {reasons.length > 0 && <small>: {reasons.join(", ")} changed</small>}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
