"use client";
import { useMemo, useState } from "react";
import type { FillDesk } from "@/contract/releases";
import type { Fix } from "@/core/checks/define";
import { checkValues, sampledLabels, startingValues, type Values } from "@/core/document/values";
import type { FieldValue } from "@/core/fields/value";
import { fixOfFault, mended } from "@/core/sheets/fixes";
import type { SheetStore } from "@/ui/sheets/store";
import { usePlayer } from "@/ui/stage/use-player";
import { findingsOnStage, notesByField, type FieldNote } from "./notes";
import { useClip } from "./use-clip";
import { useFixes } from "./use-fixes";
import { useRowChecks } from "./use-row-checks";

/** What is filled in, how it looks, what is to be said about it, and what mends that. */
export function useFilling(desk: FillDesk, open: SheetStore | undefined) {
  const { document: design, house } = desk;
  const { values, change, store, row, beginning, untouched } = useClip(desk, open);
  const [visited, setVisited] = useState<ReadonlySet<string>>(new Set());
  const faults = useMemo(() => checkValues(design, values), [design, values]);
  const lengthGood = !faults.some((fault) => fault.field === "length");
  const filled = useMemo(() => {
    // An impossible length must not stop the preview: it goes on with the design's own.
    const shown = lengthGood ? values : { ...values, lengthS: design.length.default };
    return { design, values: shown, house };
  }, [design, house, values, lengthGood]);
  const scene = useMemo(() => ({ request: { ...filled, samples: true }, formats: design.formats }), [filled, design]);
  const samples = useMemo(() => sampledLabels(design, filled.values), [design, filled]);
  const { player, view } = usePlayer(scene);
  const { found, rested } = useRowChecks(player, view.stage);
  const findings = useMemo(() => findingsOnStage(design, view.stage, found), [design, view.stage, found]);
  const fixes = useFixes(filled, findings, rested);
  const fixFor = ({ finding, fault }: FieldNote): Fix | undefined => {
    if (finding) return fixes.get(finding.id);
    return fault && fixOfFault(filled, cellsFor(values), fault);
  };
  return {
    values,
    store,
    row,
    beginning,
    faults,
    notes: notesByField(faults, findings, house.formats, visited),
    player,
    view,
    fixFor,
    mend: (fix: Fix) => change(fix.label, mended(values, fix)),
    setAll: (label: string, all: Values) => change(label, all),
    startOver: () => {
      if (!untouched) change("Clear the form", startingValues(design));
      setVisited(new Set());
    },
    setField: (id: string, value: FieldValue) =>
      change(`Write ${labelOf(desk, id)}`, { ...values, fields: { ...values.fields, [id]: value } }),
    setLength: (lengthS: number) => change("Length", { ...values, lengthS }),
    setFootage: (footage: string | undefined) => change("Footage", { ...values, footage }),
    samples,
    visit: (ids: readonly string[]) => setVisited((before) => new Set([...before, ...ids])),
    untouched,
  };
}

const labelOf = ({ document }: FillDesk, id: string): string =>
  document.fields.find((field) => field.id === id)?.label ?? "a field";

const cellsFor = ({ fields, lengthS }: Values) => ({ ...fields, ...(lengthS !== undefined && { "@length": lengthS }) });

export type Filling = ReturnType<typeof useFilling>;
