"use client";
import { useState } from "react";
import { Form } from "react-bootstrap";
import { orderDeeds } from "@/core/facts/order";
import { Figure } from "./Figure";

/** The longest pause, in seconds. */
const mostS = 3600;

/** A pause in seconds or minutes, whichever is chosen; the value is in seconds. */
export function PauseFigure({
  label,
  valueS,
  onChange,
}: {
  label: string;
  valueS: number;
  onChange: (valueS: number) => void;
}) {
  const [inMinutes, setMinutes] = useState(valueS >= 60 && valueS % 60 === 0);
  const unitS = inMinutes ? 60 : 1;
  return (
    <span className="align-items-center d-inline-flex gap-4">
      <Figure
        label={`${label}, in ${inMinutes ? "minutes" : "seconds"}`}
        value={valueS / unitS}
        min={0}
        max={mostS / unitS}
        step={inMinutes ? 0.5 : 1}
        unit=""
        onChange={(value) => onChange(Math.round(value * unitS * 1000) / 1000)}
      />
      <Form.Select
        data-help={orderDeeds.pauseUnit.help}
        size="sm"
        className="w-auto"
        aria-label={`${label}: unit`}
        value={inMinutes ? "min" : "s"}
        onChange={(event) => setMinutes(event.target.value === "min")}
      >
        <option value="s">seconds</option>
        <option value="min">minutes</option>
      </Form.Select>
    </span>
  );
}
