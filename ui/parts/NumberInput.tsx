"use client";
import { useState, type InputHTMLAttributes } from "react";

type Plain = Omit<InputHTMLAttributes<HTMLInputElement>, "value" | "min" | "max" | "onChange" | "onBlur" | "type">;

interface Props extends Plain {
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly whole?: boolean;
  /** Taken over only when the box is left, or with Enter: for numbers that others have to give way to. */
  readonly late?: boolean;
  readonly onChange: (value: number) => void;
}

/**
 * Figures in a form. What is being typed stays as it is until the box is left, so that 0.5 can be typed where 0 may not
 * be, and −5 where a sign alone is no number; then what lies beyond the limits becomes the limit, and the limits are said.
 */
export function NumberInput({ value, min, max, whole, late, onChange, className, ...plain }: Props) {
  const [typed, setTyped] = useState<string>();
  const [said, setSaid] = useState<string>();
  const read = (text: string | undefined): number | undefined => {
    if (text === undefined || text.trim() === "" || !Number.isFinite(Number(text))) return undefined;
    return whole ? Math.round(Number(text)) : Number(text);
  };
  const take = () => {
    const wanted = read(typed);
    setTyped(undefined);
    const held = wanted === undefined ? value : Math.min(max, Math.max(min, wanted));
    setSaid(wanted !== undefined && wanted !== held ? `From ${min} to ${max}.` : undefined);
    if (held !== value) onChange(held);
  };
  const box = (
    <input
      {...plain}
      type="number"
      className={`form-control form-control-sm figures${className ? ` ${className}` : ""}`}
      min={min}
      max={max}
      value={typed ?? String(Number(value.toFixed(4)))}
      onChange={(event) => {
        setTyped(event.target.value);
        setSaid(undefined);
        const wanted = read(event.target.value);
        if (!late && wanted !== undefined && wanted >= min && wanted <= max) onChange(wanted);
      }}
      onBlur={take}
      onKeyDown={(event) => event.key === "Enter" && take()}
    />
  );
  return (
    <>
      {box}
      {said && (
        <small className="text-primary" role="alert">
          {said}
        </small>
      )}
    </>
  );
}
