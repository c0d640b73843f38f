"use client";
import { useEffect, useState } from "react";
import { PlusLg, Trash } from "react-bootstrap-icons";
import type { House } from "@/core/document/house";
import type { TypeStyle } from "@/core/document/text";
import { freshId, idFrom } from "@/core/edit/blank";
import { addType } from "@/core/edit/house-edit";
import { bundledFonts, faceFile, pickFace, type Face } from "@/core/type/catalogue";
import type { SectionProps } from "./section";
import { NumberCell, TextCell } from "./TextCell";
import { UploadButton } from "@/ui/parts/UploadButton";

/** Faces that ship and those of the house. */
function facesOf(house: House): Face[] {
  const own = house.fonts.map(({ hash, family, weight, italic, weights }) => ({
    id: hash,
    family,
    weight,
    italic,
    ...(weights ? { weights } : {}),
  }));
  return [...bundledFonts.faces, ...own];
}

/** Type styles, each shown in itself. */
export function TypeStyles({ house, edit, remove }: SectionProps) {
  const faces = facesOf(house);
  const families = [...new Set(faces.map(({ family }) => family))];
  const change = (id: string, part: Partial<TypeStyle>) =>
    edit((draft) => {
      const own = draft.types.find((type) => type.id === id);
      if (own) Object.assign(own.style, part);
    });
  return (
    <section aria-label="Type">
      <h2 className="rubric">Type</h2>
      <ul className="house-types">
        {house.types.map(({ id, name, style }) => (
          <li key={id}>
            <Specimen style={style} faces={faces} text={name} />
            <div className="house-types__facts">
              <TextCell
                value={name}
                label={`Name of ${name}`}
                className="cell-name"
                onChange={(text) =>
                  edit((draft) => void (draft.types.find((type) => type.id === id)!.name = text.slice(0, 80)))
                }
              />
              <select
                className="form-select form-select-sm"
                aria-label={`Family of ${name}`}
                value={style.family}
                onChange={(e) => change(id, { family: e.target.value })}
              >
                {families.map((family) => (
                  <option key={family}>{family}</option>
                ))}
              </select>
              <NumberCell
                value={style.weight}
                label={`Weight of ${name}`}
                unit="weight"
                onChange={(weight) => change(id, { weight: Math.round(weight) })}
              />
              <NumberCell
                value={style.size}
                label={`Size of ${name}`}
                unit="u"
                onChange={(size) => change(id, { size })}
              />
              <NumberCell
                value={style.tracking}
                label={`Tracking of ${name}`}
                unit="% tracking"
                onChange={(tracking) => change(id, { tracking })}
              />
              <NumberCell
                value={style.leading}
                label={`Leading of ${name}`}
                unit="× leading"
                onChange={(leading) => change(id, { leading })}
              />
              <select
                className="form-select form-select-sm"
                aria-label={`Case of ${name}`}
                value={style.case}
                onChange={(e) => change(id, { case: e.target.value as TypeStyle["case"] })}
              >
                <option value="as-typed">as typed</option>
                <option value="upper">capitals</option>
                <option value="lower">small letters</option>
                <option value="title">first letters</option>
              </select>
              <select
                className="form-select form-select-sm"
                aria-label={`Box of ${name}`}
                value={style.box}
                onChange={(e) => change(id, { box: e.target.value as TypeStyle["box"] })}
              >
                <option value="line">box: line</option>
                <option value="cap">box: capitals</option>
              </select>
              <label className="tick">
                <input
                  type="checkbox"
                  checked={style.italic}
                  onChange={(e) => change(id, { italic: e.target.checked })}
                />{" "}
                italic
              </label>
              <label className="tick">
                <input
                  type="checkbox"
                  checked={style.figures === "tabular"}
                  onChange={(e) => change(id, { figures: e.target.checked ? "tabular" : "as-drawn" })}
                />{" "}
                equal figures
              </label>
              <TextCell
                value={
                  Object.entries(style.features)
                    .map(([tag, n]) => (n === 1 ? tag : `${tag}=${n}`))
                    .join(" ") || "no features"
                }
                label={`OpenType features of ${name}`}
                className="figures"
                onChange={(text) => change(id, { features: readFeatures(text) })}
              />
              <button
                type="button"
                className="small-button"
                aria-label={`Take ${name} away`}
                onClick={() => remove({ kind: "type", id }, name)}
              >
                <Trash aria-hidden />
              </button>
            </div>
          </li>
        ))}
      </ul>
      <div className="house__add">
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
        {house.fonts.length > 0 && (
          <small>
            Own fonts:{" "}
            {house.fonts.map(({ id, family, weight, italic }) => (
              <span key={id} className="own-font">
                {family} {weight}
                {italic ? " italic" : ""}
                <button
                  type="button"
                  className="small-button"
                  aria-label={`Take ${family} ${weight} away`}
                  onClick={() => remove({ kind: "font", id }, `${family} ${weight}`)}
                >
                  <Trash aria-hidden />
                </button>
              </span>
            ))}
          </small>
        )}
      </div>
    </section>
  );
}

/** `smcp ss01=2` as OpenType features; anything else is left out. */
function readFeatures(text: string): Record<string, number> {
  const found = text.split(/[\s,]+/).map((part) => /^([a-zA-Z0-9]{4})(?:=(\d{1,2}))?$/.exec(part));
  return Object.fromEntries(found.flatMap((match) => (match ? [[match[1]!, Number(match[2] ?? 1)]] : [])));
}

function Specimen({ style, faces, text }: { style: TypeStyle; faces: readonly Face[]; text: string }) {
  const face = pickFace({ faces, fallbacks: [] }, style.family, style.weight, style.italic);
  const file = face && faceFile(face.id);
  const [ready, setReady] = useState("");
  useEffect(() => {
    if (!file) return;
    const path = /^[0-9a-f]{64}$/.test(file) ? `/api/media/${file}` : `/fonts/${encodeURIComponent(file)}`;
    const font = new FontFace(`specimen-${file}`, `url("${path}")`);
    void font.load().then(
      () => {
        document.fonts.add(font);
        setReady(file);
      },
      () => setReady(""),
    );
  }, [file]);
  return (
    <p
      className="specimen"
      style={{
        fontFamily: ready ? `"specimen-${ready}"` : undefined,
        fontSize: Math.min(54, style.size * 8),
        letterSpacing: `${style.tracking / 100}em`,
        textTransform: style.case === "upper" ? "uppercase" : style.case === "lower" ? "lowercase" : "none",
        fontVariantNumeric: style.figures === "tabular" ? "tabular-nums" : undefined,
      }}
    >
      {text} <span className="figures">0123</span>
    </p>
  );
}
