"use client";
import { PlusLg, Trash } from "react-bootstrap-icons";
import type { Format } from "@/core/document/format";
import { addFormat } from "@/core/edit/house-edit";
import type { SectionProps } from "./section";
import { NumberCell, TextCell } from "./TextCell";

type Zone = Format["keepClear"][number];

/** Frame shapes with their safe areas and the places where an app lays its own buttons. */
export function Formats({ house, edit, remove }: SectionProps) {
  const change = (id: string, recipe: (format: Format) => void) =>
    edit((draft) => {
      const own = draft.formats.find((format) => format.id === id);
      if (own) recipe(own);
    });
  return (
    <section aria-label="Formats">
      <h2 className="rubric">Formats</h2>
      <ul className="house-formats d-grid gap-20">
        {house.formats.map((format) => (
          <li key={format.id}>
            <Sketch format={format} />
            <div>
              <TextCell
                value={format.name}
                label={`Name of ${format.name}`}
                className="fw-semibold"
                onChange={(name) => change(format.id, (own) => void (own.name = name.slice(0, 80)))}
              />
              <p>
                <NumberCell
                  value={format.width}
                  label={`Width of ${format.name}`}
                  unit="×"
                  onChange={(n) => change(format.id, (own) => void (own.width = n))}
                />
                <NumberCell
                  value={format.height}
                  label={`Height of ${format.name}`}
                  unit="px"
                  onChange={(n) => change(format.id, (own) => void (own.height = n))}
                />
              </p>
              <p>
                Action-safe
                <NumberCell
                  value={format.actionSafe}
                  factor={100}
                  label={`Action-safe margin of ${format.name}`}
                  unit="%"
                  onChange={(n) => change(format.id, (own) => void (own.actionSafe = n))}
                />
                title-safe
                <NumberCell
                  value={format.titleSafe}
                  factor={100}
                  label={`Title-safe margin of ${format.name}`}
                  unit="%"
                  onChange={(n) => change(format.id, (own) => void (own.titleSafe = n))}
                />
              </p>
              {format.keepClear.map((zone, i) => (
                <ZoneRow
                  key={i}
                  zone={zone}
                  format={format.name}
                  onChange={(part) => change(format.id, (own) => void Object.assign(own.keepClear[i]!, part))}
                  onRemove={() => change(format.id, (own) => void own.keepClear.splice(i, 1))}
                />
              ))}
              <button
                type="button"
                className="chip"
                onClick={() =>
                  change(
                    format.id,
                    (own) => void own.keepClear.push({ name: "App buttons", x: 0.8, y: 0.4, width: 0.2, height: 0.3 }),
                  )
                }
              >
                <PlusLg aria-hidden /> Keep-clear zone
              </button>
              <button
                type="button"
                className="small-button"
                disabled={house.formats.length === 1}
                aria-label={`Remove ${format.name}`}
                onClick={() => remove({ kind: "format", id: format.id }, format.name)}
              >
                <Trash aria-hidden />
              </button>
            </div>
          </li>
        ))}
      </ul>
      <button type="button" className="chip" onClick={() => edit((draft) => void addFormat(draft))}>
        <PlusLg aria-hidden /> Format
      </button>
    </section>
  );
}

function ZoneRow({
  zone,
  format,
  onChange,
  onRemove,
}: {
  zone: Zone;
  format: string;
  onChange: (part: Partial<Zone>) => void;
  onRemove: () => void;
}) {
  const part = (key: "x" | "y" | "width" | "height", word: string) => (
    <NumberCell
      value={zone[key]}
      factor={100}
      label={`${zone.name} in ${format}: ${word}`}
      unit="%"
      onChange={(n) => onChange({ [key]: n })}
    />
  );
  return (
    <p className="zone-row">
      <TextCell
        value={zone.name}
        label={`Name of a zone in ${format}`}
        onChange={(name) => onChange({ name: name.slice(0, 80) })}
      />
      {part("x", "from the left")}
      {part("y", "from the top")}
      {part("width", "width")}
      {part("height", "height")}
      <button type="button" className="small-button" aria-label={`Remove the zone ${zone.name}`} onClick={onRemove}>
        <Trash aria-hidden />
      </button>
    </p>
  );
}

/** The format drawn small, with its areas. */
function Sketch({ format }: { format: Format }) {
  const { width, height, actionSafe, titleSafe, keepClear } = format;
  const inset = (share: number) => ({
    x: width * share,
    y: height * share,
    width: width * (1 - 2 * share),
    height: height * (1 - 2 * share),
  });
  const scale = 130 / Math.max(width, height);
  return (
    <svg
      className="sketch"
      viewBox={`0 0 ${width} ${height}`}
      width={width * scale}
      height={height * scale}
      aria-hidden
    >
      <rect width={width} height={height} />
      {keepClear.map((zone, i) => (
        <rect
          key={i}
          className="sketch__zone"
          x={zone.x * width}
          y={zone.y * height}
          width={zone.width * width}
          height={zone.height * height}
        />
      ))}
      <rect className="sketch__safe" {...inset(actionSafe)} />
      <rect className="sketch__safe" {...inset(titleSafe)} />
    </svg>
  );
}
