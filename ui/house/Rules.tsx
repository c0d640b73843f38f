"use client";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { z } from "zod";
import { HouseRules } from "@/contract/rules";
import { call } from "@/ui/parts/api";
import { useMember } from "@/ui/parts/member";
import { Notice } from "@/ui/parts/Notice";

/** What the house asks of rows before clips are made of them. */
export function Rules() {
  const queries = useQueryClient();
  const { role } = useMember();
  const rules = useQuery({ queryKey: ["rules"], queryFn: () => call("/api/house/rules", HouseRules) });
  const change = useMutation({
    mutationFn: (next: HouseRules) => call("/api/house/rules", z.null(), next),
    onSettled: () => queries.invalidateQueries({ queryKey: ["rules"] }),
  });
  if (!rules.data) return null;
  return (
    <section aria-label="Rules">
      <h2 className="rubric">Rules</h2>
      <label className="tick">
        <input
          type="checkbox"
          checked={rules.data.approvedByOther}
          disabled={role !== "owner" || change.isPending}
          onChange={(event) => change.mutate({ approvedByOther: event.target.checked })}
        />{" "}
        Clips are made only of rows that somebody else has approved
      </label>
      {role !== "owner" && <p className="quiet">Only the owner changes this.</p>}
      {change.error && <Notice weight="stop">{change.error.message}</Notice>}
    </section>
  );
}
