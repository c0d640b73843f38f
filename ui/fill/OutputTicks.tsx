"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import type { FillDesk } from "@/contract/releases";
import { fillFacts } from "@/core/facts/fill";
import { purposes, type Purpose } from "@/core/outputs/define";
import { factsOf, type Output } from "@/core/outputs/output";
import { EstimateLine } from "@/ui/outputs/EstimateLine";
import { sumOf, useEstimates } from "@/ui/outputs/use-estimates";
import { purposeWords } from "@/ui/outputs/words";
import { bytes } from "@/ui/parts/amounts";

/** What a kind is, and what of it this design has not. */
const noteOf = (output: Output, hasSound: boolean): string =>
  output.kind === "wav" && !hasSound ? "this design has no sound: the file would be silent" : factsOf(output).technical;

/** Which purposes lie open: those of what is chosen at first, then as they are turned. */
function useOpened(outputs: readonly Output[], chosen: readonly string[]) {
  const purposesOf = (ids: readonly string[]) =>
    outputs.filter(({ id }) => ids.includes(id)).map((output) => factsOf(output).purpose);
  const [opened, setOpened] = useState<ReadonlySet<Purpose>>(() => new Set(purposesOf(chosen)));
  const turn = (purpose: Purpose, open: boolean) =>
    setOpened((before) => new Set([...before, purpose].filter((one) => open || one !== purpose)));
  const openFor = (ids: readonly string[]) => setOpened((before) => new Set([...before, ...purposesOf(ids)]));
  return { opened, turn, openFor };
}

/** The kinds of file to make, by what they are for, each with what it is expected to weigh; whole sets in one press. */
export function OutputTicks(props: {
  desk: FillDesk;
  outputs: readonly Output[];
  chosen: readonly string[];
  formats: readonly string[];
  lengthS: number | undefined;
  onChange: (chosen: readonly string[]) => void;
}) {
  const { desk, outputs, chosen, formats, lengthS, onChange } = props;
  const expected = useEstimates(
    desk.id,
    formats,
    outputs.map(({ id }) => id),
    lengthS,
  );
  const toggle = (id: string) =>
    onChange(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id]);
  const sets = desk.sets
    .map((set) => ({ ...set, outputs: outputs.map(({ id }) => id).filter((id) => set.outputs.includes(id)) }))
    .filter((set) => set.outputs.length > 0);
  const used = purposes.filter((purpose) => outputs.some((output) => factsOf(output).purpose === purpose));
  const { opened, turn, openFor } = useOpened(outputs, chosen);
  const [changing, setChanging] = useState(chosen.length === 0);
  const names = outputs.filter(({ id }) => chosen.includes(id)).map(({ name }) => name);
  return (
    <Form.Group as="fieldset" className="output-ticks" data-help={fillFacts.outputs.help}>
      <legend>{fillFacts.outputs.label}</legend>
      {sets.length > 0 && (
        <div className="d-flex flex-wrap gap-8 mb-8" role="group" aria-label="Sets">
          {sets.map((set) => (
            <Button
              key={set.id}
              size="sm"
              variant="outline-secondary"
              onClick={() => {
                onChange(set.outputs);
                openFor(set.outputs);
              }}
            >
              {set.name}
            </Button>
          ))}
        </div>
      )}
      <p className="output-ticks__chosen align-items-center d-flex flex-wrap gap-8 m-0">
        <span>{names.join(", ") || "None chosen"}</span>
        <Button variant="link" size="sm" aria-expanded={changing} onClick={() => setChanging(!changing)}>
          {changing ? "Done" : "Change"}
        </Button>
      </p>
      {changing &&
        used.map((purpose) => (
          <details
            key={purpose}
            open={opened.has(purpose)}
            onToggle={(event) => turn(purpose, event.currentTarget.open)}
          >
            <summary>{purposeWords[purpose]}</summary>
            {outputs
              .filter((output) => factsOf(output).purpose === purpose)
              .map((output) => (
                <label key={output.id} className="tick">
                  <input type="checkbox" checked={chosen.includes(output.id)} onChange={() => toggle(output.id)} />
                  <span className="text-nowrap">
                    {output.name}
                    {expected && formats.length > 0 && (
                      <span className="figures quiet"> ≈ {bytes(sumOf(expected, [output.id], "bytes"))}</span>
                    )}
                  </span>
                  <small>{noteOf(output, desk.document.sound !== undefined)}</small>
                </label>
              ))}
          </details>
        ))}
      {chosen.length > 0 && formats.length > 0 && <EstimateLine found={expected} chosen={chosen} />}
    </Form.Group>
  );
}
