"use client";
import { useState } from "react";
import { Form, Modal } from "react-bootstrap";
import { PlusLg, Trash } from "react-bootstrap-icons";
import type { House } from "@/core/document/house";
import type { TypeStyle } from "@/core/document/text";
import { freshId, idFrom } from "@/core/edit/blank";
import { addType, withParts } from "@/core/edit/house-edit";
import type { Face } from "@/core/type/catalogue";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { facesOf, useFace } from "@/ui/parts/use-face";
import { LicenceBox } from "./LicenceBox";
import type { SectionProps } from "./section";
import { NumberCell, TextCell } from "./TextCell";
import { UploadButton } from "@/ui/parts/UploadButton";

/** Type styles, each shown in itself. */
export function TypeStyles(props: SectionProps) {
  const { house, edit } = props;
  const faces = facesOf(house);
  return (
    <section aria-label="Type">
      <h2 className="rubric">Type</h2>
      <ul className="house-types">
        {house.types.map((type) => (
          <li key={type.id}>
            <Specimen style={type.style} faces={faces} text={type.name} />
            <StyleFacts {...props} type={type} families={[...new Set(faces.map(({ family }) => family))]} />
          </li>
        ))}
      </ul>
      <div className="align-items-center d-flex flex-wrap gap-8">
        <button type="button" className="chip" onClick={() => edit((draft) => void addType(draft))}>
          <PlusLg aria-hidden /> Type style
        </button>
        <UploadButton
          label="Font"
          accept=".ttf,.otf,.woff2"
          wanted={["font"]}
          onUploaded={(made) =>
            edit((draft) => {
              if (made.kind !== "font") return;
              const wanted = idFrom(`${made.font.family} ${made.font.weight}`, "font");
              draft.fonts.push({ ...made.font, id: freshId(wanted, new Set(draft.fonts.map(({ id }) => id))) });
            })
          }
        />
        <OwnFonts {...props} />
      </div>
      <p className="align-items-center d-flex flex-wrap gap-8 mt-8">
        Padding of text on a panel, relative to its size:
        <NumberCell
          label="Padding left and right"
          value={house.spacing.across}
          unit="%"
          factor={100}
          onChange={(across) => edit((draft) => void (draft.spacing.across = across))}
        />
        beside,
        <NumberCell
          label="Padding above and below"
          value={house.spacing.down}
          unit="%"
          factor={100}
          onChange={(down) => edit((draft) => void (draft.spacing.down = down))}
        />
        above and below
      </p>
    </section>
  );
}

/** Fonts of the house's own; each can be taken away. */
function OwnFonts({ house, edit, remove }: SectionProps) {
  const [noted, setNoted] = useState<string>();
  const font = house.fonts.find(({ id }) => id === noted);
  if (house.fonts.length === 0) return null;
  return (
    <>
      <small>
        Own fonts:{" "}
        {house.fonts.map(({ id, family, weight, italic, licence }) => (
          <span key={id} className="own-font">
            {family} {weight}
            {italic ? " italic" : ""}
            <button
              type="button"
              className="small-button"
              aria-label={`Remove ${family} ${weight}`}
              onClick={() => remove({ kind: "font", id }, `${family} ${weight}`)}
            >
              <Trash aria-hidden />
            </button>
            <button type="button" className="chip" onClick={() => setNoted(id)}>
              {licence ? "Licence" : "Licence?"}
            </button>
          </span>
        ))}
      </small>
      {font && (
        <PaperDialog title={`${font.family} ${font.weight}`} onClose={() => setNoted(undefined)}>
          <Modal.Body>
            <LicenceBox
              value={font.licence}
              onChange={(licence) =>
                edit((draft) => {
                  const own = draft.fonts.find(({ id }) => id === font.id);
                  if (own) withParts(own, { licence });
                })
              }
            />
          </Modal.Body>
        </PaperDialog>
      )}
    </>
  );
}

/** Numbers of a type style, with what they are called and shown in. */
const numbers = [
  { key: "weight", label: "Weight", unit: "weight" },
  { key: "size", label: "Size", unit: "u" },
  { key: "tracking", label: "Tracking", unit: "% tracking" },
  { key: "leading", label: "Leading", unit: "× leading" },
] as const;

const cases: Readonly<Record<TypeStyle["case"], string>> = {
  "as-typed": "as typed",
  upper: "capitals",
  lower: "small letters",
  title: "first letters",
};
const boxes: Readonly<Record<TypeStyle["box"], string>> = { line: "box: line", cap: "box: capitals" };

const featureWords = (features: TypeStyle["features"]): string =>
  Object.entries(features)
    .map(([tag, n]) => (n === 1 ? tag : `${tag}=${n}`))
    .join(" ") || "no features";

function StyleFacts({
  type: { id, name, style },
  families,
  edit,
  remove,
}: SectionProps & { type: House["types"][number]; families: readonly string[] }) {
  const change = (part: Partial<TypeStyle>) =>
    edit((draft) => {
      const own = draft.types.find((type) => type.id === id);
      if (own) Object.assign(own.style, part);
    });
  const rename = (text: string) =>
    edit((draft) => void (draft.types.find((type) => type.id === id)!.name = text.slice(0, 80)));
  return (
    <div className="house-types__facts align-items-baseline d-flex flex-wrap fs-13">
      <TextCell value={name} label={`Name of ${name}`} className="fw-semibold" onChange={rename} />
      <Select
        label={`Family of ${name}`}
        value={style.family}
        options={families.map((family) => [family, family])}
        onChange={(family) => change({ family })}
      />
      {numbers.map(({ key, label, unit }) => (
        <NumberCell
          key={key}
          value={style[key]}
          label={`${label} of ${name}`}
          unit={unit}
          onChange={(value) => change({ [key]: key === "weight" ? Math.round(value) : value })}
        />
      ))}
      <Select
        label={`Case of ${name}`}
        value={style.case}
        options={Object.entries(cases)}
        onChange={(value) => change({ case: value as TypeStyle["case"] })}
      />
      <Select
        label={`Box of ${name}`}
        value={style.box}
        options={Object.entries(boxes)}
        onChange={(box) => change({ box: box as TypeStyle["box"] })}
      />
      <label className="tick">
        <input type="checkbox" checked={style.italic} onChange={(e) => change({ italic: e.target.checked })} /> italic
      </label>
      <label className="tick">
        <input
          type="checkbox"
          checked={style.figures === "tabular"}
          onChange={(e) => change({ figures: e.target.checked ? "tabular" : "as-drawn" })}
        />{" "}
        equal figures
      </label>
      <TextCell
        value={featureWords(style.features)}
        label={`OpenType features of ${name}`}
        className="figures"
        onChange={(text) => change({ features: readFeatures(text) })}
      />
      <button
        type="button"
        className="small-button"
        aria-label={`Remove ${name}`}
        onClick={() => remove({ kind: "type", id }, name)}
      >
        <Trash aria-hidden />
      </button>
    </div>
  );
}

function Select(props: {
  label: string;
  value: string;
  options: readonly (readonly [value: string, label: string])[];
  onChange: (value: string) => void;
}) {
  return (
    <Form.Select
      size="sm"
      aria-label={props.label}
      value={props.value}
      onChange={(event) => props.onChange(event.target.value)}
    >
      {props.options.map(([value, label]) => (
        <option key={value} value={value}>
          {label}
        </option>
      ))}
    </Form.Select>
  );
}

/** `smcp ss01=2` as OpenType features; anything else is left out. */
function readFeatures(text: string): Record<string, number> {
  const found = text.split(/[\s,]+/).map((part) => /^([a-zA-Z0-9]{4})(?:=(\d{1,2}))?$/.exec(part));
  return Object.fromEntries(found.flatMap((match) => (match ? [[match[1]!, Number(match[2] ?? 1)]] : [])));
}

function Specimen({ style, faces, text }: { style: TypeStyle; faces: readonly Face[]; text: string }) {
  const family = useFace(faces, style);
  return (
    <p
      className="specimen"
      style={{
        fontFamily: family && `"${family}"`,
        fontSize: Math.min(54, style.size * 8),
        fontStyle: style.italic ? "italic" : "normal",
        fontWeight: style.weight,
        letterSpacing: `${style.tracking / 100}em`,
        textTransform: style.case === "upper" ? "uppercase" : style.case === "lower" ? "lowercase" : "none",
        fontVariantNumeric: style.figures === "tabular" ? "tabular-nums" : undefined,
      }}
    >
      {text} <span className="figures">0123</span>
    </p>
  );
}
