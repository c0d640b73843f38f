"use client";
import { useState } from "react";
import { Trash } from "react-bootstrap-icons";
import type { Mark } from "@/core/document/vector";
import { addColour, enter } from "@/core/edit/house-edit";
import { equaliseMarks, mainColours, trimMark } from "@/core/media/prepare-mark";
import { MarkPicture } from "@/ui/parts/MarkPicture";
import type { SectionProps } from "./section";
import { TextCell } from "./TextCell";
import { UploadButton } from "@/ui/parts/UploadButton";

/** Marks in a row, as they are and as they would be with one optical size. */
export function Marks({ house, edit, remove }: SectionProps) {
  const [compared, setCompared] = useState(false);
  const change = (id: string, part: Partial<Mark>) =>
    edit((draft) => {
      const own = draft.marks.find((mark) => mark.id === id);
      if (own) Object.assign(own, part);
    });
  const equal = compared ? equaliseMarks(house.marks) : house.marks;
  return (
    <section aria-label="Marks">
      <h2 className="rubric">Marks</h2>
      <ul className="house-marks d-grid gap-16">
        {house.marks.map((mark) => (
          <li key={mark.id}>
            <MarkPicture mark={mark} house={house} />
            <TextCell
              value={mark.name}
              label={`Name of ${mark.name}`}
              className="fw-semibold"
              onChange={(name) => change(mark.id, { name: name.slice(0, 80) })}
            />
            <MarkColours mark={mark} house={house} edit={edit} />
            <span className="d-flex justify-content-between">
              <button
                type="button"
                className="chip"
                onClick={() => change(mark.id, { drawing: trimMark(mark.drawing) })}
              >
                Trim
              </button>
              <button
                type="button"
                className="small-button"
                aria-label={`Take ${mark.name} away`}
                onClick={() => remove({ kind: "mark", id: mark.id }, mark.name)}
              >
                <Trash aria-hidden />
              </button>
            </span>
          </li>
        ))}
      </ul>
      {compared && (
        <>
          <p className="quiet">
            With one optical size: as large as the others look, by the box and the ink, and centred on their weight.
          </p>
          <ul className="house-marks d-grid gap-16 house-marks--equal">
            {equal.map((mark) => (
              <li key={mark.id}>
                <MarkPicture mark={mark} house={house} />
              </li>
            ))}
          </ul>
        </>
      )}
      <div className="align-items-center d-flex flex-wrap gap-8">
        <UploadButton
          label="Mark (SVG)"
          accept=".svg,image/svg+xml"
          wanted={["mark"]}
          onUploaded={(made) =>
            made.kind === "mark" &&
            edit((draft) => void enter(draft, "marks", { name: made.name, drawing: made.drawing }))
          }
        />
        <button type="button" className="chip" aria-pressed={compared} onClick={() => setCompared(!compared)}>
          {compared ? "Hide the comparison" : "Compare with one optical size"}
        </button>
        {compared && (
          <button
            type="button"
            className="chip"
            onClick={() => {
              edit((draft) => void (draft.marks = equaliseMarks(house.marks)));
              setCompared(false);
            }}
          >
            Give all of them that size
          </button>
        )}
      </div>
    </section>
  );
}

/** The main colours of a mark; one that the house does not have yet is entered with a press, and the mark follows it. */
function MarkColours({ mark, house, edit }: Omit<SectionProps, "remove"> & { mark: Mark }) {
  const adopt = (hex: string) =>
    edit((draft) => {
      const known = draft.colours.find((colour) => colour.hex === hex);
      const role = known?.role ?? addColour(draft, `${mark.name} ${hex.slice(1, 7)}`, hex);
      const own = draft.marks.find(({ id }) => id === mark.id);
      for (const shape of own?.drawing.shapes ?? []) if (shape.colour === hex) shape.colour = `house:${role}`;
    });
  return (
    <span className="mark-colours d-flex gap-4 my-4 mx-0">
      {mainColours(mark.drawing)
        .slice(0, 5)
        .map((reference) => {
          const colour = house.colours.find(({ role }) => reference === `house:${role}`);
          return colour ? (
            <i key={reference} className="swatch" title={colour.name} style={{ background: colour.hex }} />
          ) : (
            <button
              key={reference}
              type="button"
              className="swatch"
              style={{ background: reference }}
              title={`Enter ${reference} in the house colours`}
              onClick={() => adopt(reference)}
            >
              <span className="visually-hidden">Enter {reference} in the house colours</span>
            </button>
          );
        })}
    </span>
  );
}
