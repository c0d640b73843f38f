"use client";
import { useId, useRef, useState } from "react";
import { Overlay, Popover } from "react-bootstrap";
import { ColourRef } from "@/core/document/colour";
import type { Layer } from "@/core/document/layer";
import { mainColours } from "@/core/media/prepare-mark";
import { useBench } from "../store";

/** A colour of the house, one that goes with another layer, or one of its own. */
export function ColourBox({
  value,
  label,
  layer,
  onChange,
}: {
  value: string;
  label: string;
  layer?: Layer;
  onChange: (value: string, merge?: boolean) => void;
}) {
  const house = useBench((state) => state.house);
  const layers = useBench((state) => state.document.layers);
  const [open, setOpen] = useState(false);
  const target = useRef<HTMLButtonElement>(null);
  const id = useId();
  const [kind, of] = value.includes(":") ? (value.split(":") as [string, string]) : ["own", value];
  // What marks bring along; most follow the house colours already.
  const ofMarks = [...new Set(house.marks.flatMap((mark) => mainColours(mark.drawing).slice(0, 4)))].filter((c) =>
    c.startsWith("#"),
  );
  const others = layers.filter((other) => other.id !== layer?.id && "fill" in other && other.fill);
  const name =
    kind === "house"
      ? (house.colours.find(({ role }) => role === of)?.name ?? of)
      : kind === "pair"
        ? `To suit ${layers.find((other) => other.id === of)?.name ?? of}`
        : kind === "same"
          ? `As ${layers.find((other) => other.id === of)?.name ?? of}`
          : of;
  const css = kind === "house" ? house.colours.find(({ role }) => role === of)?.hex : kind === "own" ? of : undefined;
  const choose = (colour: string) => {
    onChange(colour);
    setOpen(false);
  };
  return (
    <>
      <button
        ref={target}
        type="button"
        className="colour"
        aria-haspopup="dialog"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <i className="swatch" style={css ? { background: css } : undefined} aria-hidden />
        <span className="visually-hidden">{label}: </span>
        {name}
      </button>
      <Overlay target={target} show={open} placement="left-start" rootClose onHide={() => setOpen(false)}>
        <Popover id={id} className="palette" role="dialog" aria-label={label}>
          <h3 className="rubric">House colours</h3>
          <div className="palette__house">
            {house.colours.map((colour) => (
              <button
                key={colour.role}
                type="button"
                aria-pressed={value === `house:${colour.role}`}
                onClick={() => choose(`house:${colour.role}`)}
              >
                <i className="swatch" style={{ background: colour.hex }} aria-hidden />
                {colour.name}
              </button>
            ))}
          </div>
          {ofMarks.length > 0 && (
            <>
              <h3 className="rubric">From marks</h3>
              <div className="palette__marks">
                {ofMarks.slice(0, 24).map((hex) => (
                  <button key={hex} type="button" aria-label={hex} title={hex} onClick={() => choose(hex)}>
                    <i className="swatch" style={{ background: hex }} aria-hidden />
                  </button>
                ))}
              </div>
            </>
          )}
          {others.length > 0 && (
            <>
              <h3 className="rubric">With another layer</h3>
              <div className="palette__with">
                {(["pair", "same"] as const).map((how) => (
                  <select
                    key={how}
                    className="form-select form-select-sm"
                    aria-label={how === "pair" ? "To suit the colour of" : "The same colour as"}
                    value={kind === how ? of : ""}
                    onChange={(event) => event.target.value && choose(`${how}:${event.target.value}`)}
                  >
                    <option value="">{how === "pair" ? "To suit …" : "The same as …"}</option>
                    {others.map((other) => (
                      <option key={other.id} value={other.id}>
                        {other.name}
                      </option>
                    ))}
                  </select>
                ))}
              </div>
            </>
          )}
          <h3 className="rubric">Its own</h3>
          <OwnColour value={css ?? "#000000ff"} onChange={onChange} />
        </Popover>
      </Overlay>
    </>
  );
}

/** A colour outside the house style, with its opacity. */
function OwnColour({ value, onChange }: { value: string; onChange: (value: string, merge?: boolean) => void }) {
  const [typed, setTyped] = useState<string>();
  const alpha = parseInt(value.slice(7, 9) || "ff", 16);
  const hex = (wanted: string, opacity: number) =>
    `${wanted.slice(0, 7)}${Math.round(opacity).toString(16).padStart(2, "0")}`;
  const take = (text: string) => {
    const wanted = text.trim().toLowerCase();
    const full = /^#?[0-9a-f]{6}$/.test(wanted) ? `#${wanted.replace("#", "")}ff` : wanted;
    if (ColourRef.safeParse(full).success) onChange(full);
    setTyped(undefined);
  };
  return (
    <div className="palette__own">
      <input
        type="color"
        aria-label="Pick a colour"
        value={value.slice(0, 7)}
        onChange={(event) => onChange(hex(event.target.value, alpha), true)}
      />
      <input
        type="text"
        className="form-control form-control-sm figures"
        aria-label="Colour as #rrggbb or #rrggbbaa"
        value={typed ?? value}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => typed !== undefined && take(typed)}
        onKeyDown={(event) => event.key === "Enter" && typed !== undefined && take(typed)}
      />
      <input
        type="range"
        min={0}
        max={255}
        aria-label="Opacity"
        value={alpha}
        onChange={(event) => onChange(hex(value, Number(event.target.value)), true)}
      />
    </div>
  );
}
