import type { Field } from "@/core/fields/field";
import type { ControlProps } from "./define";

type MeasuredField = Extract<Field, { kind: "number" | "cue" }>;

/** A number with its limits. What is being typed stays as it is, until it is a number. */
export function Measured({ id, field, value, stopped, onChange, onLeave }: ControlProps<MeasuredField>) {
  return (
    <>
      <label htmlFor={id} className="field__label">
        {field.label}
        <span className="figures field__count">
          {field.min} to {field.max}
          {field.kind === "cue" && " s"}
        </span>
      </label>
      <input
        id={id}
        type="number"
        className={`form-control figures${stopped ? " is-invalid" : ""}`}
        min={field.min}
        max={field.max}
        step={field.kind === "cue" ? 0.1 : field.step}
        value={String(value)}
        aria-invalid={stopped}
        aria-describedby={`${id}-help ${id}-notes`}
        onChange={({ target }) => onChange(target.value === "" ? "" : Number(target.value))}
        onBlur={onLeave}
      />
    </>
  );
}

/** Limits and start of a field that stay in order, whichever of them was changed. */
export function inOrder({ min, max, default: start }: { min: number; max: number; default: number }, changed: string) {
  const low = changed === "max" ? Math.min(min, max) : min;
  const high = changed === "min" ? Math.max(min, max) : max;
  if (changed === "default") return { min: Math.min(low, start), max: Math.max(high, start), default: start };
  return { min: low, max: high, default: Math.min(high, Math.max(low, start)) };
}
