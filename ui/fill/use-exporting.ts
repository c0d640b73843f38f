"use client";
import { useState } from "react";
import { AskedAnswer, type NewExportRequest } from "@/contract/exports";
import type { FillDesk } from "@/contract/releases";
import { findingsOf, openStops, type Finding } from "@/core/checks/findings";
import type { Values } from "@/core/document/values";
import { ApiError, call } from "@/ui/parts/api";
import { acceptedOf, type Reasons } from "@/ui/parts/FindingLine";
import type { Filling } from "./use-filling";

/** Asking for clips of what is filled in: what stops them, the reasons given, and what came of it. */
export function useExporting(desk: FillDesk, filling: Filling) {
  const { values, faults, player, visit, store, row } = filling;
  const [answer, setAnswer] = useState<{ made: number; skipped: readonly string[] } | { error: ApiError }>();
  const [busy, setBusy] = useState(false);
  const [reasons, setReasons] = useState<Reasons>({});
  // What stopped one set of values says nothing about the next.
  const [stopped, setStopped] = useState<{ readonly values: Values; readonly findings: readonly Finding[] }>();
  const stops = stopped?.values === values ? stopped.findings : [];

  const ask = async (formats: readonly string[], outputs: readonly string[], acceptOlder: boolean) => {
    // Looked at again: the last key may have been pressed a moment ago.
    const found = (await player.check("row")).filter(({ format }) => formats.includes(format));
    const known = findingsOf(desk.document, found);
    const accepted = acceptedOf(known, reasons);
    const all = openStops(known, desk.accepted);
    setStopped({ values, findings: all });
    if (openStops(all, accepted).length > 0) return;
    const request: NewExportRequest = {
      releaseId: desk.id,
      values,
      formats: [...formats],
      outputs: [...outputs],
      acceptOlder,
      accepted,
      ...(row && { row: row.id }),
    };
    // What is made is what is kept.
    await store?.getState().flush();
    const { ids, skipped } = await call("/api/exports", AskedAnswer, request);
    setAnswer({ made: ids.length, skipped });
    setStopped(undefined);
  };
  const start = async (formats: readonly string[], outputs: readonly string[], acceptOlder: boolean) => {
    visit(faults.map((fault) => fault.field));
    if (faults.length > 0) return setAnswer({ error: new ApiError(422, "values", faults[0]!.message) });
    setBusy(true);
    setAnswer(undefined);
    try {
      await ask(formats, outputs, acceptOlder);
    } catch (error) {
      setAnswer({ error: error as ApiError });
    }
    setBusy(false);
  };
  return { answer, busy, reasons, setReasons, stops, start };
}
