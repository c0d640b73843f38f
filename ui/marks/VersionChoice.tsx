"use client";
import { useId } from "react";
import type { House } from "@/core/document/house";
import type { Mark, MarkVersion } from "@/core/document/vector";
import { versionsFor } from "@/core/media/mark-versions";

interface VersionProps {
  readonly house: House;
  readonly mark: Mark;
  /** Its main colours, `#rrggbbaa`. */
  readonly colours: readonly { readonly hex: string; readonly share: number }[];
  readonly onChange: (versions: Pick<Mark, "onLight" | "onDark">) => void;
}

/** What the mark is shown as on grounds where it can't be read; designs choose by the ground below it. */
export function VersionChoice({ house, mark, colours, onChange }: VersionProps) {
  const { onLight, onDark } = mark;
  return (
    <section aria-label="Versions">
      <h2 className="rubric">By its background</h2>
      <div className="d-grid gap-8">
        <Version
          label="On light backgrounds"
          value={onLight}
          {...{ house, mark }}
          onChange={(to) => onChange({ onLight: to, onDark })}
        />
        <Version
          label="On dark backgrounds"
          value={onDark}
          {...{ house, mark }}
          onChange={(to) => onChange({ onLight, onDark: to })}
        />
      </div>
      <button type="button" className="chip mt-8" onClick={() => onChange(versionsFor(colours, house))}>
        In one colour where it can’t be read
      </button>
      <p className="quiet fs-13 m-0 mt-4">Over footage it is shown as it is.</p>
    </section>
  );
}

interface OneProps extends Pick<VersionProps, "house" | "mark"> {
  readonly label: string;
  readonly value: MarkVersion | undefined;
  readonly onChange: (version: MarkVersion | undefined) => void;
}

const read = (text: string): MarkVersion | undefined => {
  if (text === "") return undefined;
  return text.startsWith("mark ") ? { mark: text.slice("mark ".length) } : { ink: text };
};

function Version({ label, value, house, mark, onChange }: OneProps) {
  const id = useId();
  const chosen = value === undefined ? "" : "ink" in value ? value.ink : `mark ${value.mark}`;
  const others = house.marks.filter((other) => other.id !== mark.id && !other.piece);
  return (
    <div>
      <label htmlFor={id} className="fs-13">
        {label}
      </label>
      <select
        id={id}
        className="form-select form-select-sm"
        value={chosen}
        onChange={(event) => onChange(read(event.target.value))}
      >
        <option value="">as it is</option>
        <optgroup label="In one colour">
          {house.colours.map(({ role, name }) => (
            <option key={role} value={`house:${role}`}>
              {name} alone
            </option>
          ))}
        </optgroup>
        <optgroup label="Other marks">
          {others.map((other) => (
            <option key={other.id} value={`mark ${other.id}`}>
              {other.name}
            </option>
          ))}
        </optgroup>
      </select>
    </div>
  );
}
