"use client";
import { useState } from "react";

/** A text that is taken over when it is left, or with Enter; empty is never taken. */
export function TextCell({
  value,
  label,
  onChange,
  list,
  className = "",
  check,
}: {
  value: string;
  label: string;
  onChange: (value: string) => void;
  list?: string;
  className?: string;
  /** Why a text can't be taken. */
  check?: (text: string) => string | undefined;
}) {
  const [typed, setTyped] = useState<string>();
  const fault = typed === undefined ? undefined : check?.(typed.trim());
  const take = () => {
    const wanted = typed?.trim();
    if (fault) return;
    setTyped(undefined);
    if (wanted && wanted !== value) onChange(wanted);
  };
  return (
    <input
      type="text"
      className={`cell bg-none min-w-0 w-100 ${className}${fault ? " is-wrong" : ""}`}
      aria-label={label}
      aria-invalid={fault !== undefined}
      title={fault}
      list={list}
      value={typed ?? value}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === "Enter") take();
        if (event.key === "Escape") setTyped(undefined);
      }}
    />
  );
}

/** A number that is taken over when it is left, or with Enter. */
export function NumberCell({
  value,
  label,
  unit,
  onChange,
  factor = 1,
}: {
  value: number;
  label: string;
  unit: string;
  onChange: (value: number) => void;
  factor?: number;
}) {
  const shown = String(Math.round(value * factor * 1000) / 1000);
  return (
    <span className="cell-number align-items-baseline text-secondary d-inline-flex gap-2">
      <TextCell
        value={shown}
        label={label}
        className="figures"
        check={(text) => (Number.isFinite(Number(text.replace(",", "."))) ? undefined : "Enter a number.")}
        onChange={(text) => onChange(Number(text.replace(",", ".")) / factor)}
      />
      <span>{unit}</span>
    </span>
  );
}
