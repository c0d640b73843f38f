"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { SheetList, SheetView } from "@/contract/sheets";
import type { FillDesk } from "@/contract/releases";
import { startingValues, type Values } from "@/core/document/values";
import { fillDeeds } from "@/core/facts/fill";
import { rowValues } from "@/core/sheets/row";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";

/** Offers what one filled in last for the same design, while nothing is filled in yet. */
export function LastValues({ desk, onTake }: { desk: FillDesk; onTake: (values: Values) => void }) {
  const { document: design } = desk;
  const last = useQuery({
    queryKey: ["last clip", desk.designId],
    queryFn: () => call(`/api/sheets?kind=clips&mine=yes&design=${desk.designId}`, SheetList),
    // What was typed a moment ago in another clip counts.
    staleTime: 0,
    gcTime: 0,
  });
  const [fault, setFault] = useState<string>();
  const clip = last.data?.sheets[0];
  if (!clip || clip.title === "") return null;
  const take = async () => {
    const { rows } = await call(`/api/sheets/${clip.id}`, SheetView);
    const before = rowValues(design, rows[0]?.cells ?? {});
    const start = startingValues(design);
    onTake({ ...start, ...before, fields: { ...start.fields, ...before.fields } });
  };
  return (
    <Notice weight="note">
      Your last one was “{clip.title}”.{" "}
      <Button
        data-help={fillDeeds.lastValues.help}
        variant="link"
        size="sm"
        className="p-0 align-baseline"
        onClick={() => void take().catch((error: Error) => setFault(error.message))}
      >
        {fillDeeds.lastValues.label}
      </Button>{" "}
      {fault}
    </Notice>
  );
}
