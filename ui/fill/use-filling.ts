"use client";
import { useMemo, useState } from "react";
import type { FillDesk } from "@/contract/releases";
import { checkValues, startingValues } from "@/core/document/values";
import type { FieldValue } from "@/core/fields/value";
import { usePlayer } from "@/ui/stage/use-player";
import { notesByField } from "./notes";
import { useDraft } from "./use-draft";
import { useRowChecks } from "./use-row-checks";

/** What is filled in, how it looks, and what is to be said about it. */
export function useFilling(desk: FillDesk) {
  const { document: design, house } = desk;
  const [values, setValues, startOver] = useDraft(desk.id, startingValues(design));
  const [visited, setVisited] = useState<ReadonlySet<string>>(new Set());
  const faults = useMemo(() => checkValues(design, values), [design, values]);
  const lengthGood = !faults.some((fault) => fault.field === "length");
  const scene = useMemo(() => {
    // An impossible length must not stop the preview: it goes on with the design's own.
    const shown = lengthGood ? values : { ...values, lengthS: design.length.default };
    return { request: { design, values: shown, house, samples: true }, formats: design.formats };
  }, [design, house, values, lengthGood]);
  const { player, view } = usePlayer(scene);
  const found = useRowChecks(player, view.stage);
  const notes = notesByField(design, faults, view.stage, visited, found);
  return {
    values,
    faults,
    notes,
    player,
    view,
    setField: (id: string, value: FieldValue) => setValues({ ...values, fields: { ...values.fields, [id]: value } }),
    setLength: (lengthS: number) => setValues({ ...values, lengthS }),
    visit: (ids: readonly string[]) => setVisited((before) => new Set([...before, ...ids])),
    startOver: () => {
      startOver();
      setVisited(new Set());
    },
  };
}

export type Filling = ReturnType<typeof useFilling>;
