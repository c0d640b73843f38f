"use client";
import { finishFacts } from "@/core/facts/design";
import { ArrowDown, ArrowUp, XLg } from "react-bootstrap-icons";
import { Finish } from "@/core/document/finish";
import type { Unit } from "@/core/document/units";
import { inspectorDeeds } from "@/core/facts/inspector-deeds";
import { NumberBox } from "./NumberBox";
import { Row } from "./rows";

type Kind = Finish["kind"];
const names: Readonly<Record<Kind, string>> = { grain: "Grain", glow: "Glow", glitch: "Glitch" };
const rows: Readonly<Record<Kind, readonly (readonly [key: string, label: string, unit: Unit, max: number])[]>> = {
  grain: [
    ["amount", "Amount", "%", 1],
    ["size", "Size", "u", 5],
    ["rate", "Changes a second", "", 60],
  ],
  glow: [
    ["threshold", "Above", "%", 1],
    ["radius", "Radius", "u", 20],
    ["strength", "Strength", "%", 3],
  ],
  glitch: [
    ["slices", "Slices", "", 64],
    ["shift", "Slip", "u", 50],
    ["split", "Colour split", "u", 20],
    ["rate", "Changes a second", "", 60],
  ],
};

/** What is done to the finished picture, in order; the order can be changed. */
export function FinishRows({
  list,
  onChange,
}: {
  list: readonly Finish[];
  onChange: (list: Finish[], merge?: boolean) => void;
}) {
  const change = (i: number, part: object, merge?: boolean) =>
    onChange(
      list.map((old, j) => (j === i ? ({ ...old, ...part } as Finish) : old)),
      merge,
    );
  const swap = (i: number) => {
    const next = [...list];
    [next[i - 1], next[i]] = [next[i]!, next[i - 1]!];
    onChange(next);
  };
  return (
    <>
      {list.map((finish, i) => (
        <fieldset key={i} className="worn">
          <legend>
            {names[finish.kind]}
            <button type="button" className="small-button" disabled={i === 0} onClick={() => swap(i)} title="Earlier">
              <ArrowUp aria-hidden /> <span className="visually-hidden">Earlier</span>
            </button>
            <button
              type="button"
              className="small-button"
              disabled={i === list.length - 1}
              onClick={() => swap(i + 1)}
              title="Later"
            >
              <ArrowDown aria-hidden /> <span className="visually-hidden">Later</span>
            </button>
            <button
              type="button"
              className="small-button"
              onClick={() => onChange(list.filter((_, j) => j !== i))}
              title="Remove"
            >
              <XLg aria-hidden /> <span className="visually-hidden">Remove</span>
            </button>
          </legend>
          {rows[finish.kind].map(([key, label, unit, max]) => (
            <Row key={key} label={label} help={finishFacts[`${finish.kind}.${key}` as keyof typeof finishFacts].help}>
              <NumberBox
                value={(finish as Record<string, unknown>)[key] as number}
                unit={unit}
                min={0}
                max={max}
                label={`${names[finish.kind]}: ${label}`}
                onChange={(value, merge) => change(i, { [key]: key === "slices" ? Math.round(value) : value }, merge)}
              />
            </Row>
          ))}
          {finish.kind === "grain" && (
            <Row fact={finishFacts["grain.coloured"]}>
              <input
                type="checkbox"
                className="form-check-input"
                aria-label="Coloured grain"
                checked={finish.coloured}
                onChange={(e) => change(i, { coloured: e.target.checked })}
              />
            </Row>
          )}
        </fieldset>
      ))}
      {list.length < 8 && (
        <p className="put-on">
          <span>Add</span>
          {(Object.keys(names) as Kind[]).map((kind) => (
            <button
              data-help={inspectorDeeds.addFinish.help}
              key={kind}
              type="button"
              className="chip"
              onClick={() => onChange([...list, Finish.parse({ kind })])}
            >
              {names[kind]}
            </button>
          ))}
        </p>
      )}
    </>
  );
}
