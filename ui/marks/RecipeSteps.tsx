"use client";
import { Button, Form } from "react-bootstrap";
import type { House } from "@/core/document/house";
import { ClearStep, type MarkRecipe } from "@/core/document/recipe";
import type { PreparedPicture } from "@/contract/marks";
import { Notice } from "@/ui/parts/Notice";

const faults: Readonly<Record<NonNullable<PreparedPicture["fault"]>, string>> = {
  no_ground: "No plain background was found at the border. It may be transparent already, or a photograph.",
  all_ground: "The whole picture looks like background. Lower the tolerance.",
  no_ink: "No part of the mark is left. Lower the tolerance.",
};

interface StepsProps {
  readonly recipe: MarkRecipe;
  readonly onChange: (recipe: MarkRecipe) => void;
  readonly fault: PreparedPicture["fault"];
  readonly halo: PreparedPicture["halo"];
  readonly pressing: boolean;
  readonly onPressing: (on: boolean) => void;
}

/** How the picture becomes a mark: each step can be left out, and changed, at any time. */
export function RecipeSteps({ recipe, onChange, fault, halo, pressing, onPressing }: StepsProps) {
  const { clear, size } = recipe;
  const put = (part: Partial<MarkRecipe>) => onChange({ ...recipe, ...part });
  const putClear = (part: Partial<ClearStep>) => put({ clear: { ...ClearStep.parse(clear ?? {}), ...part } });
  return (
    <section aria-label="Recipe">
      <h2 className="rubric">From picture to mark</h2>
      <Form.Check
        type="switch"
        id="clear-ground"
        label="Remove background"
        checked={clear?.on ?? false}
        onChange={(event) => putClear({ on: event.target.checked })}
      />
      {clear?.on && (
        <div className="mark-step d-grid gap-8">
          <Slider
            label="Tolerance"
            value={clear.tolerance}
            {...{ min: 0.01, max: 0.25, step: 0.005 }}
            words={clear.tolerance < 0.035 ? "only the same" : clear.tolerance > 0.11 ? "much" : "the like"}
            onChange={(tolerance) => putClear({ tolerance })}
          />
          <Slider
            label="Soft edge"
            value={clear.edge}
            {...{ min: 1, max: 6, step: 1 }}
            words={`${clear.edge} px`}
            onChange={(edge) => putClear({ edge })}
          />
          <Form.Check
            id="enclosed"
            label="Also inside the mark"
            checked={clear.enclosed}
            onChange={(event) => putClear({ enclosed: event.target.checked })}
          />
          {!clear.enclosed && (
            <div className="d-flex gap-8">
              <Button variant="outline-secondary" size="sm" active={pressing} onClick={() => onPressing(!pressing)}>
                {pressing ? "Click the areas …" : "Remove single areas"}
              </Button>
              {clear.points.length > 0 && (
                <Button variant="link" size="sm" onClick={() => putClear({ points: [] })}>
                  Forget {clear.points.length === 1 ? "the one" : `all ${clear.points.length}`}
                </Button>
              )}
            </div>
          )}
          {fault && <Notice weight="warn">{faults[fault]}</Notice>}
          {halo && !fault && <Rims halo={halo} />}
        </div>
      )}
      <Form.Check
        type="switch"
        id="trim"
        label="Trim"
        checked={recipe.trim || size !== undefined}
        disabled={size !== undefined}
        onChange={(event) => put({ trim: event.target.checked })}
      />
      <Form.Check
        type="switch"
        id="size"
        label="Match optical size"
        checked={size !== undefined}
        onChange={(event) => put({ size: event.target.checked ? { scale: 1 } : undefined })}
      />
      {size && (
        <div className="mark-step d-grid gap-8">
          <Slider
            label="By hand"
            value={size.scale}
            {...{ min: 0.5, max: 1.5, step: 0.01 }}
            words={`${Math.round(size.scale * 100)} %`}
            onChange={(scale) => put({ size: { scale } })}
          />
          <p className="quiet fs-13 m-0">By its box and its visible area, centred by weight.</p>
        </div>
      )}
      <Form.Check
        type="switch"
        id="ink"
        label="One-colour mark: remove the paper"
        checked={recipe.ink}
        onChange={(event) => put({ ink: event.target.checked })}
      />
    </section>
  );
}

/** Levels that an eye does not see at an edge. */
const unseen = 6;

function Rims({ halo: { before, after } }: { halo: NonNullable<PreparedPicture["halo"]> }) {
  const worst = Math.max(after.light, after.dark);
  const line = (label: string, was: number, is: number) => (
    <span className="d-block">
      {label}: {is.toFixed(1)} of 255 ({was.toFixed(1)} with a plain cut)
    </span>
  );
  return (
    <Notice weight={worst > unseen ? "warn" : "note"}>
      {worst > unseen ? "A rim of the background is left." : "No rim is left."}
      {line("Over black", before.light, after.light)}
      {line("Over white", before.dark, after.dark)}
    </Notice>
  );
}

interface SliderProps {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly words: string;
  readonly onChange: (value: number) => void;
}

function Slider({ label, value, words, onChange, ...range }: SliderProps) {
  return (
    <label className="d-block fs-13">
      <span className="d-flex justify-content-between">
        {label} <output className="figures">{words}</output>
      </span>
      <input
        type="range"
        className="w-100"
        value={value}
        {...range}
        onChange={(e) => onChange(Number(e.target.value))}
      />
    </label>
  );
}

/** The house colour that all of a mark is painted in, or its own. */
export function TintChoice({ house, tint, onChange }: TintProps) {
  return (
    <label className="d-block fs-13 mt-8">
      Painted in
      <Form.Select size="sm" value={tint ?? ""} onChange={(event) => onChange(event.target.value || undefined)}>
        <option value="">its own colours</option>
        {house.colours.map(({ role, name }) => (
          <option key={role} value={`house:${role}`}>
            {name} alone
          </option>
        ))}
      </Form.Select>
    </label>
  );
}

interface TintProps {
  readonly house: House;
  readonly tint: string | undefined;
  readonly onChange: (tint: string | undefined) => void;
}
