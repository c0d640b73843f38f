"use client";
import { useRef, useState } from "react";
import { pxPerU } from "@/core/document/format";
import { readNumber, rounded, writeNumber } from "@/core/edit/numbers";
import type { Unit } from "@/core/document/units";
import { useBench } from "../store";

function limitWords(min: number, max: number, unit: Unit): string {
  const write = (value: number) => `${writeNumber(value, unit)}${unit === "" ? "" : ` ${unit}`}`;
  if (!Number.isFinite(min)) return `${write(max)} at most.`;
  return Number.isFinite(max) ? `From ${write(min)} to ${write(max)}.` : `${write(min)} at least.`;
}

/** How far one arrow key or one pixel of dragging goes, in the box's own unit. */
const steps: Readonly<Record<Unit, number>> = { u: 0.1, "%": 0.01, "°": 1, s: 0.05, "×": 0.05, "": 1 };

/**
 * A number with its unit. Takes arithmetic and other units, arrow keys (Shift ten times, Alt a tenth) and dragging on
 * its unit. `onChange` is told whether the change belongs to a gesture that goes on.
 */
export function NumberBox({
  value,
  unit,
  label,
  min = -Infinity,
  max = Infinity,
  step = steps[unit],
  placeholder,
  onChange,
}: {
  value: number | undefined;
  unit: Unit;
  label: string;
  min?: number;
  max?: number;
  step?: number;
  placeholder?: string | undefined;
  onChange: (value: number, merge: boolean) => void;
}) {
  const format = useBench((state) => state.house.formats.find(({ id }) => id === state.format));
  const [typed, setTyped] = useState<string>();
  const [fault, setFault] = useState<string>();
  const drag = useRef<{ x: number; from: number } | undefined>(undefined);
  const shown = typed ?? (value === undefined ? "" : writeNumber(value, unit));
  const clamp = (wanted: number) => Math.min(max, Math.max(min, rounded(wanted)));

  const take = () => {
    if (typed === undefined) return;
    const scale = format ? pxPerU(format) : 10.8;
    const whole = unit === "u" && format ? format.width / scale : undefined;
    const read = readNumber(typed, unit, { pxPerU: scale, whole });
    if ("fault" in read) {
      setFault(read.fault);
      return;
    }
    setTyped(undefined);
    const held = clamp(read.value);
    // A number beyond the limits becomes the limit, and that is said.
    setFault(held === read.value ? undefined : limitWords(min, max, unit));
    if (held !== value) onChange(held, false);
  };
  const nudge = (by: number, event: { shiftKey: boolean; altKey: boolean }) => {
    const times = event.shiftKey ? 10 : event.altKey ? 0.1 : 1;
    setTyped(undefined);
    setFault(undefined);
    onChange(clamp((value ?? 0) + by * step * times), true);
  };

  return (
    <span className={`number${fault ? " is-wrong" : ""}`} title={fault}>
      <input
        type="text"
        inputMode="decimal"
        className="figures"
        aria-label={label}
        aria-invalid={fault !== undefined}
        placeholder={placeholder}
        value={shown}
        onChange={(event) => setTyped(event.target.value)}
        onFocus={(event) => event.target.select()}
        onBlur={() => {
          take();
          if (typed === undefined) setFault(undefined);
        }}
        onKeyDown={(event) => {
          if (event.key === "Enter") take();
          else if (event.key === "Escape") {
            setTyped(undefined);
            setFault(undefined);
          } else if (event.key === "ArrowUp" || event.key === "ArrowDown") {
            event.preventDefault();
            nudge(event.key === "ArrowUp" ? 1 : -1, event);
          }
        }}
      />
      {fault && (
        <span className="number__fault" role="alert">
          {fault}
        </span>
      )}
      <span
        className="number__unit"
        aria-hidden
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          drag.current = { x: event.clientX, from: value ?? 0 };
        }}
        onPointerMove={(event) => {
          if (!drag.current) return;
          const times = event.shiftKey ? 10 : event.altKey ? 0.1 : 1;
          const way = Math.round((event.clientX - drag.current.x) / 2);
          if (way !== 0 || value !== drag.current.from) {
            onChange(clamp(drag.current.from + way * step * times), true);
          }
        }}
        onPointerUp={() => (drag.current = undefined)}
      >
        {unit || "±"}
      </span>
    </span>
  );
}
