"use client";
import { useState } from "react";
import { Form } from "react-bootstrap";

/** A number with its unit. What is being typed stays as it is until it is left; what it can't be changes nothing. */
export function Figure(props: {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  unit: string;
  onChange: (value: number) => void;
}) {
  const { label, value, min, max, step, unit, onChange } = props;
  const [typed, setTyped] = useState<string>();
  const write = (text: string) => {
    setTyped(text);
    const number = Number(text);
    if (text.trim() !== "" && number >= min && number <= max) onChange(number);
  };
  return (
    <span className="align-items-center d-inline-flex gap-4">
      <Form.Control
        type="number"
        size="sm"
        className="figures order__figure"
        aria-label={label}
        min={min}
        max={max}
        step={step}
        value={typed ?? String(Math.round(value * 1000) / 1000)}
        onChange={(event) => write(event.target.value)}
        onBlur={() => setTyped(undefined)}
      />
      {unit}
    </span>
  );
}
