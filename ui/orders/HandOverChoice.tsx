"use client";
import { Form } from "react-bootstrap";
import { orderFacts } from "@/core/facts/order";
import type { HandOver } from "@/core/document/order";
import { Figure } from "./Figure";

const words = {
  gap: "after a pause of",
  overlap: "overlapping it by",
  leaving: "as it leaves",
} as const;

/** How the next graphic comes after one: `own` is undefined where it comes as the order says. */
export function HandOverChoice(props: {
  label: string;
  value: HandOver | undefined;
  /** What “as the order says” stands for; none where there is nothing above it. */
  above?: HandOver;
  onChange: (value: HandOver | undefined) => void;
}) {
  const { label, value, above, onChange } = props;
  const choose = (kind: string) => {
    if (kind === "") onChange(undefined);
    else if (kind === "leaving") onChange({ kind });
    else onChange({ kind: kind as "gap" | "overlap", seconds: value && "seconds" in value ? value.seconds : 0.5 });
  };
  return (
    <div className="align-items-center d-flex flex-wrap gap-8" data-help={orderFacts.handOver.help}>
      <Form.Select
        size="sm"
        className="w-auto"
        aria-label={label}
        value={value?.kind ?? ""}
        onChange={(event) => choose(event.target.value)}
      >
        {above && <option value="">as the order says</option>}
        {(["gap", "overlap", "leaving"] as const).map((kind) => (
          <option key={kind} value={kind}>
            {words[kind]}
          </option>
        ))}
      </Form.Select>
      {value && "seconds" in value && (
        <Figure
          label={`${label}, seconds`}
          value={value.seconds}
          min={0}
          max={3600}
          step={0.1}
          unit="s"
          onChange={(seconds) => onChange({ ...value, seconds })}
        />
      )}
    </div>
  );
}
