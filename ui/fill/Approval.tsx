"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { z } from "zod";
import { HouseRules } from "@/contract/rules";
import { fillDeeds } from "@/core/facts/fill";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import type { Filling } from "./use-filling";

/** Where somebody else has to approve a clip before it is made: how far that is, and saying that it is ready. */
export function Approval({ filling: { store, row } }: { filling: Filling }) {
  const rules = useQuery({ queryKey: ["rules"], queryFn: () => call("/api/house/rules", HouseRules) });
  const [fault, setFault] = useState<string>();
  if (!rules.data?.approvedByOther) return null;
  const say = async (state: "ready" | "approved") => {
    setFault(undefined);
    try {
      await store!.getState().flush();
      await call(`/api/sheets/${store!.getState().view.id}/states`, z.null(), { rows: [row!.id], state });
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  const words = {
    draft: "In this house, someone else must approve a clip before it is exported.",
    ready: `Marked as ready by ${row?.stateBy ?? "someone"}. Someone else has to approve it.`,
    approved: `Approved by ${row?.stateBy ?? "somebody"}.`,
  };
  return (
    <Notice weight={fault ? "stop" : "note"}>
      {fault ?? words[row?.state ?? "draft"]}{" "}
      {row && store && row.state !== "approved" && (
        <Button
          data-help={fillDeeds.approval.help}
          variant="link"
          size="sm"
          className="p-0 align-baseline"
          onClick={() => void say(row.state === "draft" ? "ready" : "approved")}
        >
          {row.state === "draft" ? "Mark as ready" : "Approve"}
        </Button>
      )}
    </Notice>
  );
}
