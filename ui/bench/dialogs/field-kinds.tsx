"use client";
import { Trash } from "react-bootstrap-icons";
import type { Field } from "@/core/document/field";
import { Pattern } from "@/core/document/pattern";
import { freshId } from "@/core/edit/blank";

type Changing<K extends Field["kind"]> = { field: Extract<Field, { kind: K }>; change: (part: object) => void };

/** What a line must look like: an example in the filler's own signs, and what may be otherwise. */
export function PatternSetting({
  pattern,
  change,
}: {
  pattern: Pattern | undefined;
  change: (part: { pattern: Pattern | undefined }) => void;
}) {
  const put = (part: Partial<Pattern>) => {
    const read = Pattern.safeParse({ ...pattern, ...part });
    change({ pattern: read.success ? read.data : undefined });
  };
  return (
    <fieldset className="setting">
      <legend>Must look like</legend>
      <input
        type="text"
        className="form-control form-control-sm figures"
        aria-label="An example of what it must look like"
        maxLength={40}
        placeholder="anything; or an example, such as 12:30"
        defaultValue={pattern?.example ?? ""}
        onChange={(event) => put({ example: event.target.value })}
      />
      {pattern && (
        <>
          <small>Figures stand for figures, letters for letters, all other signs for themselves.</small>
          <label className="tick">
            <input
              type="checkbox"
              checked={pattern.lengths === "any"}
              onChange={(event) => put({ lengths: event.target.checked ? "any" : "same" })}
            />{" "}
            Longer and shorter will do
          </label>
          <label className="tick">
            <input type="checkbox" checked={pattern.mixed} onChange={(event) => put({ mixed: event.target.checked })} />{" "}
            Letters and figures may be mixed
          </label>
          <label className="tick">
            <input
              type="checkbox"
              checked={pattern.letters === "same"}
              disabled={pattern.mixed}
              onChange={(event) => put({ letters: event.target.checked ? "same" : "any" })}
            />{" "}
            These very letters
          </label>
        </>
      )}
    </fieldset>
  );
}

const between = (min: number, max: number, text: string): number => {
  const number = Number(text);
  return Number.isFinite(number) ? Math.min(max, Math.max(min, number)) : min;
};

/** Limits and start of a field that stay in order, whichever of them was changed. */
function inOrder({ min, max, default: start }: { min: number; max: number; default: number }, changed: string) {
  const low = changed === "max" ? Math.min(min, max) : min;
  const high = changed === "min" ? Math.max(min, max) : max;
  if (changed === "default") return { min: Math.min(low, start), max: Math.max(high, start), default: start };
  return { min: low, max: high, default: Math.min(high, Math.max(low, start)) };
}

const cueTimes = [
  ["min", "Not before, s"],
  ["max", "Not after, s"],
  ["default", "At the start, s"],
] as const;

/** Between which seconds a filler may put a cue. */
export function CueSettings({ field, change }: Changing<"cue">) {
  return (
    <div className="fields-dialog__numbers">
      {cueTimes.map(([key, label]) => (
        <label key={key} className="setting">
          {label}
          <input
            type="number"
            className="form-control form-control-sm figures"
            min={0}
            max={3600}
            step={0.1}
            value={field[key]}
            onChange={(event) =>
              event.target.value !== "" &&
              change(inOrder({ ...field, [key]: between(0, 3600, event.target.value) }, key))
            }
          />
        </label>
      ))}
    </div>
  );
}

/** The limits of a number, its steps and its start. */
export function NumberSettings({ field, change }: Changing<"number">) {
  const box = (key: "min" | "max" | "step" | "default", label: string) => (
    <label className="setting">
      {label}
      <input
        type="number"
        className="form-control form-control-sm figures"
        step="any"
        value={field[key]}
        onChange={(event) => {
          if (event.target.value === "") return;
          const least = key === "step" ? 0.0001 : -10000;
          const next = between(least, 10000, event.target.value);
          change(key === "step" ? { step: next } : inOrder({ ...field, [key]: next }, key));
        }}
      />
    </label>
  );
  return (
    <div className="fields-dialog__numbers">
      {box("min", "At least")}
      {box("max", "At most")}
      {box("step", "In steps of")}
      {box("default", "At the start")}
    </div>
  );
}

/** The values that may be chosen, each under a name for the filler. */
export function OptionSettings({ field, change }: Changing<"choice">) {
  const { options } = field;
  const put = (i: number, part: object) =>
    change({ options: options.map((old, j) => (j === i ? { ...old, ...part } : old)) });
  const numeric = typeof options[0]!.value === "number";
  const add = () => {
    const id = freshId("option", new Set(options.map((option) => option.id)));
    change({ options: [...options, { ...options[options.length - 1]!, id, label: `Option ${options.length + 1}` }] });
  };
  const remove = (id: string) => {
    const kept = options.filter((option) => option.id !== id);
    change({ options: kept, ...(field.default === id ? { default: kept[0]!.id } : {}) });
  };
  return (
    <fieldset className="setting">
      <legend>On offer</legend>
      {options.map(({ id, label, value }, i) => (
        <span key={id} className="setting setting--pair">
          <input
            type="radio"
            name={`start ${field.id}`}
            aria-label={`${label} at the start`}
            checked={field.default === id}
            onChange={() => change({ default: id })}
          />
          <input
            type="text"
            className="form-control form-control-sm"
            aria-label={`Name of option ${i + 1}`}
            value={label}
            maxLength={80}
            onChange={(event) => event.target.value.trim() !== "" && put(i, { label: event.target.value })}
          />
          <input
            type={numeric ? "number" : "text"}
            step="any"
            className="form-control form-control-sm"
            aria-label={`Value of option ${i + 1}`}
            value={value}
            maxLength={500}
            onChange={(event) =>
              put(i, { value: numeric ? between(-10000, 10000, event.target.value) : event.target.value })
            }
          />
          <button
            type="button"
            className="small-button"
            disabled={options.length === 1}
            aria-label={`Take ${label} away`}
            onClick={() => remove(id)}
          >
            <Trash aria-hidden />
          </button>
        </span>
      ))}
      <button type="button" className="chip" disabled={options.length >= 64} onClick={add}>
        Another option
      </button>
    </fieldset>
  );
}
