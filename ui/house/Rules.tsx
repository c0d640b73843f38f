"use client";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Form } from "react-bootstrap";
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
          onChange={(event) => change.mutate({ ...rules.data, approvedByOther: event.target.checked })}
        />{" "}
        Only rows approved by someone else can be exported
      </label>
      <Form.Group controlId="keep-days" className="d-flex align-items-center gap-8 my-8">
        <Form.Label className="m-0">Finished files are stored for</Form.Label>
        <Form.Select
          className="w-auto"
          value={rules.data.keepDays}
          disabled={role !== "owner" || change.isPending}
          onChange={(event) => change.mutate({ ...rules.data, keepDays: Number(event.target.value) })}
        >
          {[...new Set([0, 30, 90, 180, 365, rules.data.keepDays])].map((days) => (
            <option key={days} value={days}>
              {days === 0 ? "as long as there is room" : `for ${days} days`}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      {role !== "owner" && <p className="quiet">Only the owner changes this.</p>}
      {change.error && <Notice weight="stop">{change.error.message}</Notice>}
    </section>
  );
}
