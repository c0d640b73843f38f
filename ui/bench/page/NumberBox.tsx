"use client";
import { useRef, useState, type KeyboardEvent } from "react";
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

interface NumberBoxProps {
  readonly value: number | undefined;
  readonly unit: Unit;
  readonly label: string;
  readonly min?: number;
  readonly max?: number;
  readonly step?: number;
  readonly placeholder?: string | undefined;
  /** Told whether the change belongs to a gesture that goes on. */
  readonly onChange: (value: number, merge: boolean) => void;
}

type Times = { shiftKey: boolean; altKey: boolean };
const timesOf = ({ shiftKey, altKey }: Times): number => (shiftKey ? 10 : altKey ? 0.1 : 1);

/** What is typed into the box, taken over when it is left, and changed by steps. */
function useNumber({ value, unit, min = -Infinity, max = Infinity, step = steps[unit], onChange }: NumberBoxProps) {
  const format = useBench((state) => state.house.formats.find(({ id }) => id === state.format));
  const [typed, setTyped] = useState<string>();
  const [fault, setFault] = useState<string>();
  const clamp = (wanted: number) => Math.min(max, Math.max(min, rounded(wanted)));
  const forget = () => {
    setTyped(undefined);
    setFault(undefined);
  };
  const take = () => {
    if (typed === undefined) return;
    const scale = format ? pxPerU(format) : 10.8;
    const whole = unit === "u" && format ? format.width / scale : undefined;
    const read = readNumber(typed, unit, { pxPerU: scale, whole });
    if ("fault" in read) return setFault(read.fault);
    setTyped(undefined);
    const held = clamp(read.value);
    // A number beyond the limits becomes the limit, and that is said.
    setFault(held === read.value ? undefined : limitWords(min, max, unit));
    if (held !== value) onChange(held, false);
  };
  /** So many steps on from a number. */
  const stepTo = (from: number, by: number) => onChange(clamp(from + by * step), true);
  const leave = () => {
    take();
    if (typed === undefined) setFault(undefined);
  };
  const shown = typed ?? (value === undefined ? "" : writeNumber(value, unit));
  return { shown, fault, setTyped, forget, take, leave, stepTo };
}

/**
 * A number with its unit. Takes arithmetic and other units, arrow keys (Shift ten times, Alt a tenth) and dragging on
 * its unit.
 */
export function NumberBox(props: NumberBoxProps) {
  const { value = 0, unit, label, placeholder } = props;
  const { shown, fault, setTyped, forget, take, leave, stepTo } = useNumber(props);
  const keys = (event: KeyboardEvent) => {
    const way = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (event.key === "Enter") take();
    else if (event.key === "Escape") forget();
    else if (way) {
      event.preventDefault();
      forget();
      stepTo(value, way * timesOf(event));
    }
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
        onBlur={leave}
        onKeyDown={keys}
      />
      {fault && (
        <span className="number__fault bg-sheet text-primary pe-none position-absolute end-0 text-nowrap" role="alert">
          {fault}
        </span>
      )}
      <PulledUnit unit={unit} value={value} stepTo={stepTo} />
    </span>
  );
}

/** The unit of a number, which is pulled sideways to change it. */
function PulledUnit(props: { unit: Unit; value: number; stepTo: (from: number, by: number) => void }) {
  const { unit, value, stepTo } = props;
  const pull = useRef<{ x: number; from: number } | undefined>(undefined);
  return (
    <span
      className="number__unit text-secondary user-select-none"
      aria-hidden
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        pull.current = { x: event.clientX, from: value };
      }}
      onPointerMove={(event) => {
        if (!pull.current) return;
        const way = Math.round((event.clientX - pull.current.x) / 2);
        if (way !== 0 || value !== pull.current.from) stepTo(pull.current.from, way * timesOf(event));
      }}
      onPointerUp={() => (pull.current = undefined)}
    >
      {unit || "±"}
    </span>
  );
}
