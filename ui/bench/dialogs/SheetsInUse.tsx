"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { z } from "zod";
import { SheetUses } from "@/contract/sheets";
import { dialogDeeds } from "@/core/facts/bench-deeds";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";

const useUses = (designId: string) =>
  useQuery({
    queryKey: ["sheets of", designId],
    queryFn: () => call(`/api/designs/${designId}/sheets`, SheetUses),
    staleTime: 0,
  });

const count = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

/** How many rows of which sheets are filled in from releases of this design. */
export function SheetsInUse({ designId }: { designId: string }) {
  const { data } = useUses(designId);
  if (!data || data.uses.length === 0) return null;
  const sheets = data.uses.filter(({ single }) => !single);
  const clips = data.uses.length - sheets.length;
  const rows = sheets.reduce((sum, sheet) => sum + sheet.rows, 0);
  const parts = [
    sheets.length > 0 && `${count(rows, "row", "rows")} of ${count(sheets.length, "sheet", "sheets")}`,
    clips > 0 && count(clips, "single clip", "single clips"),
  ].filter(Boolean);
  return (
    <p className="quiet figures">
      {parts.join(" and ")}
      {data.more && " and more"} are filled in from releases of this design. They stay on theirs; you can move them on
      when this one is out.
    </p>
  );
}

/** The sheets that are still on an older release, each to be moved on, or all of them. */
export function MoveSheetsOn({ designId, release }: { designId: string; release: { id: string; number: number } }) {
  const { data, refetch } = useUses(designId);
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState(false);
  const behind = data?.uses.filter((use) => use.release < release.number) ?? [];
  if (behind.length === 0) return null;
  const sheets = behind.filter(({ single }) => !single);
  const clips = behind.filter(({ single }) => single);
  const move = async (uses: readonly { id: string }[]) => {
    setBusy(true);
    setFault(undefined);
    try {
      for (const { id } of uses) await call(`/api/sheets/${id}/release`, z.null(), { releaseId: release.id });
    } catch (error) {
      setFault((error as Error).message);
    }
    await refetch();
    setBusy(false);
  };
  const button = (label: string, uses: readonly { id: string }[]) => (
    <Button
      data-help={dialogDeeds.moveSheets.help}
      variant="link"
      size="sm"
      className="p-0 align-baseline"
      disabled={busy}
      onClick={() => void move(uses)}
    >
      {label}
    </Button>
  );
  return (
    <section aria-label="Sheets on an older release" className="mt-12">
      <h3 className="rubric">Still on an older release</h3>
      <ul className="changes my-6 mx-0">
        {sheets.map((sheet) => (
          <li key={sheet.id} className="figures">
            <Link href={`/sheets/${sheet.id}`}>{sheet.name}</Link>, release {sheet.release}:{" "}
            {count(sheet.rows, "row", "rows")}. {button("Move on", [sheet])}
          </li>
        ))}
        {clips.length > 0 && (
          <li className="figures">
            {count(clips.length, "single clip", "single clips")}. {button("Move on", clips)}
          </li>
        )}
      </ul>
      {behind.length > 1 && button(`Move all on to release ${release.number}`, behind)}
      <p className="quiet mb-0">Their clips are out of date then, and are made again in one press in their sheet.</p>
      {fault && <Notice weight="stop">{fault}</Notice>}
    </section>
  );
}
