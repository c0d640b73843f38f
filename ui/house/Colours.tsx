"use client";
import { PlusLg, Trash, XLg } from "react-bootstrap-icons";
import { contrast, parseHex, writtenHex } from "@/core/bind/colour";
import type { House } from "@/core/document/house";
import { addColour } from "@/core/edit/house-edit";
import type { SectionProps } from "./section";
import { TextCell } from "./TextCell";

type Colour = House["colours"][number];

/** What a pair of colours is good for. Source: WCAG 2.2, 1.4.3. */
const grade = (ratio: number): string => (ratio >= 4.5 ? "all text" : ratio >= 3 ? "large text" : "no text");

/** Named colours, and which of them text may take on each, with its contrast. */
export function Colours({ house, edit, remove }: SectionProps) {
  const change = (role: string, part: Partial<Colour>) =>
    edit((draft) => {
      const own = draft.colours.find((colour) => colour.role === role);
      if (own) Object.assign(own, part);
    });
  return (
    <section aria-label="Colours">
      <h2 className="rubric">Colours</h2>
      <ul className="house-colours d-grid">
        {house.colours.map((colour) => (
          <li key={colour.role}>
            <label className="house-colours__swatch d-block" style={{ background: colour.hex }}>
              <span className="visually-hidden">Pick {colour.name}</span>
              <input
                type="color"
                value={colour.hex.slice(0, 7)}
                onChange={(event) => change(colour.role, { hex: event.target.value + colour.hex.slice(7) })}
              />
            </label>
            <div className="align-items-baseline d-flex justify-content-between">
              <TextCell
                value={colour.name}
                label={`Name of ${colour.name}`}
                className="fw-semibold"
                onChange={(name) => change(colour.role, { name: name.slice(0, 80) })}
              />
              <button
                type="button"
                className="small-button"
                disabled={house.colours.length === 1}
                aria-label={`Remove ${colour.name}`}
                onClick={() => remove({ kind: "colour", id: colour.role }, colour.name)}
              >
                <Trash aria-hidden />
              </button>
            </div>
            <TextCell
              value={writtenHex(colour.hex)}
              label={`Value of ${colour.name}`}
              className="figures"
              check={(text) =>
                /^#[0-9a-f]{6}([0-9a-f]{2})?$/i.test(text) ? undefined : "Enter it as #rrggbb or #rrggbbaa."
              }
              onChange={(hex) => change(colour.role, { hex: `${hex.toLowerCase()}ff`.slice(0, 9) })}
            />
            <Pairs colour={colour} house={house} onChange={(on) => change(colour.role, { on })} />
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="chip"
        onClick={() => edit((draft) => void addColour(draft, "New colour", "#808080ff"))}
      >
        <PlusLg aria-hidden /> Colour
      </button>
    </section>
  );
}

function Pairs({ colour, house, onChange }: { colour: Colour; house: House; onChange: (on: string[]) => void }) {
  const others = house.colours.filter(({ role }) => role !== colour.role && !colour.on.includes(role));
  return (
    <ul className="pairs d-grid gap-2" aria-label={`Text on ${colour.name}`}>
      {colour.on.map((role) => {
        const ink = house.colours.find((other) => other.role === role);
        if (!ink) return null;
        const ratio = contrast(parseHex(ink.hex), parseHex(colour.hex));
        return (
          <li key={role} style={{ background: colour.hex, color: ink.hex }} className={ratio < 3 ? "is-weak" : ""}>
            {ink.name} <span className="figures">{ratio.toFixed(1)}</span>{" "}
            <small style={{ color: ink.hex }}>{grade(ratio)}</small>
            <button
              type="button"
              style={{ color: ink.hex }}
              onClick={() => onChange(colour.on.filter((other) => other !== role))}
            >
              <XLg aria-hidden />{" "}
              <span className="visually-hidden">
                No {ink.name} text on {colour.name}
              </span>
            </button>
          </li>
        );
      })}
      {others.length > 0 && (
        <li>
          <select
            className="form-select form-select-sm"
            aria-label={`Add a text colour on ${colour.name}`}
            value=""
            onChange={(e) => onChange([...colour.on, e.target.value])}
          >
            <option value="">text in …</option>
            {others.map((other) => (
              <option key={other.role} value={other.role}>
                {other.name} ({contrast(parseHex(other.hex), parseHex(colour.hex)).toFixed(1)})
              </option>
            ))}
          </select>
        </li>
      )}
    </ul>
  );
}
