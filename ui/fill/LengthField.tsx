"use client";
import { useState } from "react";
import { fillFacts } from "@/core/facts/fill";
import type { Design } from "@/core/document/design";
import { Notice } from "@/ui/parts/Notice";
import { NoteLine } from "./NoteLine";
import type { FieldNote } from "./notes";

/** How long the clip is, by a slider or in figures. What is being typed stays as it is until it is left. */
export function LengthField({
  limits,
  lengthS,
  fault,
  notes,
  onChange,
}: {
  limits: Design["length"];
  lengthS: number;
  fault: string | undefined;
  notes: readonly FieldNote[];
  onChange: (lengthS: number) => void;
}) {
  const [typed, setTyped] = useState<string>();
  const write = (text: string) => {
    setTyped(text);
    // An empty box is one that is about to be filled: the length before holds until then.
    if (Number(text) > 0) onChange(Number(text));
  };
  return (
    <section className="fill__group">
      <h2 className="rubric">Length</h2>
      <div className="field mt-12" data-field="length" data-help={fillFacts.length.help}>
        <label className="field__label" htmlFor="length">
          {fillFacts.length.label}
          <span className="figures field__count">
            {limits.min} to {limits.max} s
          </span>
        </label>
        <div className="length align-items-center d-flex gap-8">
          <input
            type="range"
            aria-label="Length, as a slider"
            min={limits.min}
            max={limits.max}
            step={0.5}
            value={lengthS}
            onChange={(event) => onChange(Number(event.target.value))}
          />
          <input
            id="length"
            type="number"
            className={`form-control figures${fault ? " is-invalid" : ""}`}
            min={limits.min}
            max={limits.max}
            step={0.1}
            value={typed ?? String(lengthS)}
            onChange={(event) => write(event.target.value)}
            onBlur={() => setTyped(undefined)}
          />
          <span>s</span>
        </div>
        <p className="field__help text-secondary fs-13 mt-4 mx-0 mb-0">
          Arrive and leave keep their length; the stay stretches.
        </p>
        {fault && <Notice weight="stop">{fault}</Notice>}
        {notes
          .filter((note) => note.text !== fault)
          .map((note) => (
            <NoteLine key={note.text} note={note} />
          ))}
      </div>
    </section>
  );
}
