"use client";
import { useMemo, useState } from "react";
import type { RowClip, RowView } from "@/contract/sheets";
import { checkValues } from "@/core/document/values";
import { rowFaults, rowValues } from "@/core/sheets/row";
import { notesByField } from "@/ui/fill/notes";
import { useRowChecks } from "@/ui/fill/use-row-checks";
import { Notice } from "@/ui/parts/Notice";
import type { Plate } from "@/ui/stage/FormatStage";
import { FormatWall } from "@/ui/stage/FormatWall";
import { PlateChoice } from "@/ui/stage/PlateChoice";
import { Transport } from "@/ui/stage/Transport";
import { usePlayer } from "@/ui/stage/use-player";
import { columnLabel } from "./columns";
import { useSheet } from "./store";

/** The chosen row in all formats, with everything that is found about it and how its clips stand. */
export function RowPreview({ row, number }: { row: RowView; number: number }) {
  const desk = useSheet((state) => state.view.desk);
  const { document: design, house } = desk;
  const [plate, setPlate] = useState<Plate>("dark");
  const scene = useMemo(
    () => ({
      request: { design, values: rowValues(design, row.cells), house, samples: true },
      formats: design.formats,
    }),
    [design, house, row.cells],
  );
  const { player, view } = usePlayer(scene, true);
  const found = useRowChecks(player, view.stage);
  const faults = rowFaults(design, row.cells);
  const known = new Set(checkValues(design, rowValues(design, row.cells)).map(({ field }) => field));
  const notes = notesByField(design, [], view.stage, known, found);
  const formats = house.formats.filter(({ id }) => design.formats.includes(id));
  return (
    <>
      <div className="align-items-center d-flex gap-8 mb-10">
        <h2 className="rubric me-auto">Row {number}</h2>
        <PlateChoice plate={plate} footage={desk.footage.length > 0} onChange={setPlate} />
      </div>
      <FormatWall
        formats={formats}
        player={player}
        plate={plate}
        footage={desk.footage[0]?.hash}
        loading={view.stage.kind === "loading"}
      />
      <Transport player={player} view={view} />
      {view.stage.kind === "failed" && <Notice weight="stop">The preview stopped: {view.stage.message}</Notice>}
      {faults.map((fault) => (
        <Notice key={`${fault.field} ${fault.code}`} weight="stop">
          {fault.message}
        </Notice>
      ))}
      {[...notes.fields].flatMap(([field, list]) =>
        list.map(({ weight, text }) => (
          <Notice key={`${field} ${text}`} weight={weight}>
            {columnLabel(design, field === "length" ? "@length" : field)}: {text}
          </Notice>
        )),
      )}
      {notes.others.map(({ weight, text }) => (
        <Notice key={text} weight={weight}>
          {text}
        </Notice>
      ))}
      <Clips clips={row.clips} row={row} />
    </>
  );
}

const stateWords: Readonly<Record<RowClip["state"], string>> = {
  making: "being made",
  current: "made, as the row is now",
  "out of date": "out of date",
  failed: "could not be made",
};

/** How the clips of a row stand to what it says now. */
function Clips({ clips, row }: { clips: readonly RowClip[]; row: RowView }) {
  const desk = useSheet((state) => state.view.desk);
  const format = (id: string) => desk.house.formats.find((one) => one.id === id)?.name ?? id;
  const output = (id: string) => desk.outputs.find((one) => one.id === id)?.name ?? id;
  return (
    <section className="sheet-clips" aria-label="Clips of this row">
      {row.stateBy && (
        <p className="quiet mt-8 mb-0">
          {row.state === "approved" ? "Approved" : "Said to be ready"} by {row.stateBy}
        </p>
      )}
      {clips.length > 0 && (
        <ul className="list-none m-0 p-0 mt-8">
          {clips.map(({ exportId, format: f, output: o, state, reasons }) => (
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
