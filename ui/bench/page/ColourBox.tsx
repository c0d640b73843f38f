"use client";
import { useId, useRef, useState } from "react";
import { Overlay, Popover } from "react-bootstrap";
import { writtenHex } from "@/core/bind/colour";
import { ColourRef } from "@/core/document/colour";
import type { House } from "@/core/document/house";
import type { Layer } from "@/core/document/layer";
import { inspectorDeeds } from "@/core/facts/inspector-deeds";
import { useBench } from "../store";
import { MarkSwatches } from "./MarkSwatches";

interface ColourProps {
  readonly value: string;
  readonly label: string;
  readonly layer?: Layer;
  readonly onChange: (value: string, merge?: boolean) => void;
}

const refOf = (value: string): readonly [kind: string, of: string] =>
  value.includes(":") ? (value.split(":") as [string, string]) : ["own", value];

const nameIn = (list: readonly { id: string; name: string }[], id: string) =>
  list.find((entry) => entry.id === id)?.name ?? id;

/** What a colour is called, and as far as it is known here, how it looks. */
function shownColour(value: string, house: House, layers: readonly Layer[]): { name: string; css?: string } {
  const [kind, of] = refOf(value);
  const colour = house.colours.find(({ role }) => role === of);
  if (kind === "house") return { name: colour?.name ?? of, ...(colour && { css: colour.hex }) };
  if (kind === "pair") return { name: `To suit ${nameIn(layers, of)}` };
  if (kind === "same") return { name: `As ${nameIn(layers, of)}` };
  return { name: writtenHex(of), css: of };
}

/** A colour of the house, one that goes with another layer, or one of its own. */
export function ColourBox(props: ColourProps) {
  const { value, label } = props;
  const house = useBench((state) => state.house);
  const layers = useBench((state) => state.document.layers);
  const [open, setOpen] = useState(false);
  const target = useRef<HTMLButtonElement>(null);
  const id = useId();
  const { name, css } = shownColour(value, house, layers);
  return (
    <>
      <button
        ref={target}
        type="button"
        className="colour align-items-center d-inline-flex flex-1 gap-6 min-w-0 overflow-hidden text-ellipsis text-nowrap"
        aria-haspopup="dialog"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <i className="swatch" style={css ? { background: css } : undefined} aria-hidden />
        <span className="visually-hidden">{label}: </span>
        {name}
      </button>
      <Overlay target={target} show={open} placement="left-start" rootClose onHide={() => setOpen(false)}>
        <Popover id={id} className="palette p-12" role="dialog" aria-label={label}>
          <Palette {...props} css={css} done={() => setOpen(false)} />
        </Popover>
      </Overlay>
    </>
  );
}

/** All that a colour may be. */
function Palette({ value, layer, onChange, css, done }: ColourProps & { css: string | undefined; done: () => void }) {
  const house = useBench((state) => state.house);
  const choose = (colour: string) => {
    onChange(colour);
    done();
  };
  return (
    <>
      <h3 className="rubric">House colours</h3>
      <div className="palette__house d-grid gap-4">
        {house.colours.map(({ role, hex, name }) => (
          <button
            data-help={inspectorDeeds.roleColour.help}
            key={role}
            type="button"
            aria-pressed={value === `house:${role}`}
            onClick={() => choose(`house:${role}`)}
          >
            <i className="swatch" style={{ background: hex }} aria-hidden />
            {name}
          </button>
        ))}
      </div>
      <MarkSwatches choose={choose} />
      <WithAnother value={value} layer={layer} choose={choose} />
      <h3 className="rubric">Custom colour</h3>
      <OwnColour value={css ?? "#000000ff"} onChange={onChange} />
    </>
  );
}

const waysWith = [
  { how: "pair", label: "To suit the colour of", none: "To suit …" },
  { how: "same", label: "The same colour as", none: "The same as …" },
] as const;

/** A colour that follows another layer's. */
function WithAnother(props: { value: string; layer: Layer | undefined; choose: (colour: string) => void }) {
  const { value, layer, choose } = props;
  const layers = useBench((state) => state.document.layers);
  const others = layers.filter((other) => other.id !== layer?.id && "fill" in other && other.fill);
  const [kind, of] = refOf(value);
  if (others.length === 0) return null;
  return (
    <>
      <h3 className="rubric">With another layer</h3>
      <div className="palette__with">
        {waysWith.map(({ how, label, none }) => (
          <select
            data-help={inspectorDeeds.followColour.help}
            key={how}
            className="form-select form-select-sm"
            aria-label={label}
            value={kind === how ? of : ""}
            onChange={(event) => event.target.value && choose(`${how}:${event.target.value}`)}
          >
            <option value="">{none}</option>
            {others.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        ))}
      </div>
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
    <div className="palette__own align-items-center">
      <input
        data-help={inspectorDeeds.pickColour.help}
        type="color"
        aria-label={inspectorDeeds.pickColour.label}
        value={value.slice(0, 7)}
        onChange={(event) => onChange(hex(event.target.value, alpha), true)}
      />
      <input
        data-help={inspectorDeeds.hexColour.help}
        type="text"
        className="form-control form-control-sm figures"
        aria-label={inspectorDeeds.hexColour.label}
        value={typed ?? writtenHex(value)}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => typed !== undefined && take(typed)}
        onKeyDown={(event) => event.key === "Enter" && typed !== undefined && take(typed)}
      />
      <input
        data-help={inspectorDeeds.colourOpacity.help}
        type="range"
        min={0}
        max={255}
        aria-label={inspectorDeeds.colourOpacity.label}
        value={alpha}
        onChange={(event) => onChange(hex(value, Number(event.target.value)), true)}
      />
    </div>
  );
}
