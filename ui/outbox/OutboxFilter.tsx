"use client";
import { useEffect, useState } from "react";
import { Form } from "react-bootstrap";
import { outputKinds } from "@/core/outputs/kinds";
import type { OutputKind } from "@/core/outputs/output";
import { Segments } from "@/ui/parts/Segments";

export interface Looked {
  readonly state: "all" | "underway" | "done" | "failed";
  readonly kind: string;
  readonly text: string;
  readonly days: string;
  readonly mine: "yes" | "no";
}
export const allLooked: Looked = { state: "all", kind: "", text: "", days: "", mine: "no" };

/** The same as the words of an address, without what says nothing. */
export const queryOf = (looked: Looked): string =>
  new URLSearchParams(
    Object.entries(looked).filter(([, value]) => value !== "" && value !== "all" && value !== "no"),
  ).toString();

const states = [
  { id: "all", label: "All" },
  { id: "underway", label: "In progress" },
  { id: "done", label: "Done" },
  { id: "failed", label: "Failed or cancelled" },
] as const;

/** What is looked for in the outbox. */
export function OutboxFilter({ looked, onChange }: { looked: Looked; onChange: (looked: Looked) => void }) {
  const [text, setText] = useState(looked.text);
  useEffect(() => {
    if (text === looked.text) return;
    const timer = setTimeout(() => onChange({ ...looked, text }), 300);
    return () => clearTimeout(timer);
  }, [text, looked, onChange]);
  const put = (part: Partial<Looked>) => onChange({ ...looked, ...part });
  return (
    <div className="outbox__filter d-flex flex-wrap align-items-center gap-12 mb-16" role="search" aria-label="Outbox">
      <Segments label="State" value={looked.state} options={states} onChange={(state) => put({ state })} />
      <Form.Control
        type="search"
        className="w-auto"
        aria-label="Name"
        placeholder="Name of a file or sheet"
        maxLength={80}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <Form.Select
        className="w-auto"
        aria-label="Kind"
        value={looked.kind}
        onChange={(event) => put({ kind: event.target.value })}
      >
        <option value="">All kinds</option>
        {(Object.keys(outputKinds) as OutputKind[]).map((kind) => (
          <option key={kind} value={kind}>
            {outputKinds[kind].label}
          </option>
        ))}
      </Form.Select>
      <Form.Select
        className="w-auto"
        aria-label="Age"
        value={looked.days}
        onChange={(event) => put({ days: event.target.value })}
      >
        <option value="">Any age</option>
        <option value="1">Today</option>
        <option value="7">Last 7 days</option>
        <option value="31">Last 31 days</option>
      </Form.Select>
      <label className="tick m-0">
        <input
          type="checkbox"
          checked={looked.mine === "yes"}
          onChange={(event) => put({ mine: event.target.checked ? "yes" : "no" })}
        />{" "}
        mine
      </label>
    </div>
  );
}
