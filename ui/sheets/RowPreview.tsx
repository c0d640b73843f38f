"use client";
import { useEffect, useMemo, useState } from "react";
import type { RowView } from "@/contract/sheets";
import type { Fix } from "@/core/checks/define";
import { sampledLabels } from "@/core/document/values";
import { cellChange } from "@/core/sheets/apply";
import { cellsOfFix, fixOfFault } from "@/core/sheets/fixes";
import { footageColumn, footageOf, rowFaults, rowValues } from "@/core/sheets/row";
import { FootageField } from "@/ui/fill/FootageField";
import { NoteContext } from "@/ui/fill/NoteLine";
import { findingsOnStage, type FieldNote } from "@/ui/fill/notes";
import { useFixes } from "@/ui/fill/use-fixes";
import { useRowChecks } from "@/ui/fill/use-row-checks";
import { Notice } from "@/ui/parts/Notice";
import type { Plate } from "@/ui/stage/FormatStage";
import { FormatWall } from "@/ui/stage/FormatWall";
import { PlateChoice } from "@/ui/stage/PlateChoice";
import { Transport } from "@/ui/stage/Transport";
import { usePlayer } from "@/ui/stage/use-player";
import { RowClips } from "./RowClips";
import { RowNotes } from "./RowNotes";
import { deskOf, useSheet, useSheetStore } from "./store";

/** The chosen row in all formats, with everything that is found about it and how its clips stand. */
export function RowPreview({ row, number }: { row: RowView; number: number }) {
  const store = useSheetStore();
  const view = useSheet((state) => state.view);
  const desk = deskOf(view, row);
  const { document: design, house } = desk;
  const own = footageOf(row.cells);
  const [plate, setPlate] = useState<Plate>("dark");
  const filled = useMemo(() => ({ design, house, values: rowValues(design, row.cells) }), [design, house, row.cells]);
  const scene = useMemo(() => ({ request: { ...filled, samples: true }, formats: design.formats }), [filled, design]);
  const samples = useMemo(() => sampledLabels(design, filled.values), [design, filled]);
  const { player, view: shown } = usePlayer(scene, true);
  const { found, rested } = useRowChecks(player, shown.stage);
  const findings = useMemo(() => findingsOnStage(design, shown.stage, found), [design, shown.stage, found]);
  const fixes = useFixes(filled, findings, rested);
  useEffect(() => {
    if (rested && row.found === null) store.getState().found(row, findings);
  }, [store, row, rested, findings]);
  const faults = rowFaults(design, row.cells);
  const formats = house.formats.filter(({ id }) => design.formats.includes(id));
  const tools = {
    player,
    fixFor: ({ finding, fault }: FieldNote): Fix | undefined =>
      finding ? fixes.get(finding.id) : fault && fixOfFault(filled, row.cells, fault),
    onFix: (fix: Fix) =>
      store.getState().edit(fix.label, {
        cells: cellsOfFix(fix).flatMap(([column, to]) => cellChange(row, column, to) ?? []),
      }),
  };
  return (
    <NoteContext.Provider value={tools}>
      <div className="align-items-center d-flex gap-8 mb-10">
        <h2 className="rubric me-auto">
          Row {number}
          {row.release !== null && <small className="quiet"> on release {desk.number}</small>}
        </h2>
        <PlateChoice plate={plate} footage={own !== undefined || desk.footage.length > 0} onChange={setPlate} />
      </div>
      <FormatWall
        formats={formats}
        player={player}
        plate={plate}
        footage={own?.slice("media:".length) ?? desk.footage[0]?.hash}
        loading={shown.stage.kind === "loading"}
        samples={samples}
      />
      <Transport player={player} view={shown} />
      {shown.stage.kind === "failed" && <Notice weight="stop">The preview stopped: {shown.stage.message}</Notice>}
      <RowNotes row={row} faults={faults} findings={findings} />
      <FootageField
        desk={desk}
        footage={own}
        onChange={(to) =>
          store.getState().edit("Footage", { cells: [cellChange(row, footageColumn, to) ?? []].flat() })
        }
      />
      <RowClips row={row} />
    </NoteContext.Provider>
  );
}
