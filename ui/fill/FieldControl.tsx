"use client";
import { useId } from "react";
import { assertNever } from "@/core/assert-never";
import { isWritten, type Field, type WrittenField } from "@/core/document/field";
import type { House } from "@/core/document/house";
import { countCharacters } from "@/core/document/values";
import { Notice } from "@/ui/parts/Notice";
import { MarkPicture } from "./MarkPicture";

export interface FieldNote {
  readonly weight: "stop" | "warn" | "note";
  readonly text: string;
}

/** One field of the form with its help and what is to be said about its value. */
export function FieldControl({
  field,
  value,
  house,
  notes,
  onChange,
  onLeave,
}: {
  field: Field;
  value: string;
  house: House;
  notes: readonly FieldNote[];
  onChange: (value: string) => void;
  onLeave: () => void;
}) {
  const id = useId();
  const stopped = notes.some((note) => note.weight === "stop");
  return (
    <div className="field" data-field={field.id}>
      {isWritten(field) ? (
        <WrittenControl id={id} field={field} value={value} stopped={stopped} onChange={onChange} onLeave={onLeave} />
      ) : field.kind === "number" || field.kind === "cue" ? (
        <NumberControl id={id} field={field} value={value} stopped={stopped} onChange={onChange} onLeave={onLeave} />
      ) : field.kind === "toggle" ? (
        <label className="field__toggle">
          <input
            type="checkbox"
            className="form-check-input"
            checked={value === "on"}
            aria-describedby={`${id}-help`}
            onChange={(event) => onChange(event.target.checked ? "on" : "off")}
          />
          {field.label}
        </label>
      ) : (
        <fieldset aria-describedby={`${id}-help`}>
          <legend>{field.label}</legend>
          <Choices field={field} value={value} house={house} name={id} onChange={onChange} />
        </fieldset>
      )}
      <p className="field__help" id={`${id}-help`}>
        {field.help}
      </p>
      <div id={`${id}-notes`}>
        {notes.map((note) => (
          <Notice key={note.text} weight={note.weight}>
            {note.text}
          </Notice>
        ))}
      </div>
    </div>
  );
}

function WrittenControl({
  id,
  field,
  value,
  stopped,
  onChange,
  onLeave,
}: {
  id: string;
  field: WrittenField;
  value: string;
  stopped: boolean;
  onChange: (value: string) => void;
  onLeave: () => void;
}) {
  const used = countCharacters(value.trim());
  const control = {
    id,
    dir: "auto",
    className: `form-control${stopped ? " is-invalid" : ""}`,
    value,
    placeholder: field.sample,
    "aria-required": field.required,
    "aria-invalid": stopped,
    "aria-describedby": `${id}-help ${id}-notes`,
    onChange: (event: { target: { value: string } }) => onChange(event.target.value),
    onBlur: onLeave,
  };
  return (
    <>
      <label htmlFor={id} className="field__label">
        {field.label} {!field.required && <small>may be empty</small>}
        <span className={`figures field__count${used > field.max ? " field__count--over" : ""}`}>
          {used} of {field.max}
        </span>
      </label>
      {field.kind === "text" ? (
        <textarea rows={Math.min(6, field.lines)} {...control} />
      ) : (
        <input type="text" {...control} />
      )}
    </>
  );
}

type ChoosingField = Exclude<Field, WrittenField | { kind: "number" | "cue" | "toggle" }>;

function NumberControl({
  id,
  field,
  value,
  stopped,
  onChange,
  onLeave,
}: {
  id: string;
  field: Extract<Field, { kind: "number" | "cue" }>;
  value: string;
  stopped: boolean;
  onChange: (value: string) => void;
  onLeave: () => void;
}) {
  return (
    <>
      <label htmlFor={id} className="field__label">
        {field.label}
        <span className="figures field__count">
          {field.min} to {field.max}
          {field.kind === "cue" && " s"}
        </span>
      </label>
      <input
        id={id}
        type="number"
        className={`form-control figures${stopped ? " is-invalid" : ""}`}
        min={field.min}
        max={field.max}
        step={field.kind === "cue" ? 0.1 : field.step}
        value={value}
        aria-invalid={stopped}
        aria-describedby={`${id}-help ${id}-notes`}
        onChange={(event) => onChange(event.target.value)}
        onBlur={onLeave}
      />
    </>
  );
}

function Choices({
  field,
  value,
  house,
  name,
  onChange,
}: {
  field: ChoosingField;
  value: string;
  house: House;
  name: string;
  onChange: (value: string) => void;
}) {
  return (
    <div className={`choices choices-${field.kind}`}>
      {(field.kind === "choice" ? field.options.map((option) => option.id) : field.choices).map((choice) => {
        const shown = specimen(field, choice, house);
        return (
          <label key={choice} className="choice" title={shown.label}>
            <input
              type="radio"
              name={name}
              value={choice}
              checked={value === choice}
              onChange={() => onChange(choice)}
            />
            {shown.picture}
            <span>{shown.label}</span>
          </label>
        );
      })}
    </div>
  );
}

function specimen(field: ChoosingField, choice: string, house: House) {
  switch (field.kind) {
    case "choice":
      return { label: field.options.find(({ id }) => id === choice)?.label ?? choice, picture: null };
    case "colour": {
      const colour = house.colours.find((entry) => entry.role === choice);
      return {
        label: colour?.name ?? choice,
        picture: <i className="swatch" style={{ background: colour?.hex }} aria-hidden />,
      };
    }
    case "mark": {
      const mark = house.marks.find((entry) => entry.id === choice);
      return { label: mark?.name ?? choice, picture: mark ? <MarkPicture mark={mark} house={house} /> : null };
    }
    case "picture": {
      const picture = house.pictures.find((entry) => entry.id === choice);
      // eslint-disable-next-line @next/next/no-img-element -- a small stored file, served by us as it is
      const shown = picture && <img className="choice__picture" src={`/api/media/${picture.hash}`} alt="" />;
      return { label: picture?.name ?? choice, picture: shown };
    }
    case "video": {
      const video = house.videos.find((entry) => entry.id === choice);
      // eslint-disable-next-line @next/next/no-img-element -- a small stored frame, served by us as it is
      const shown = video && <img className="choice__picture" src={`/api/media/${video.hash}/frames/0`} alt="" />;
      return { label: video?.name ?? choice, picture: shown };
    }
    case "account": {
      const account = house.accounts.find((entry) => entry.id === choice);
      const mark = house.marks.find((entry) => entry.id === account?.mark);
      const label = account ? `${account.network} ${account.handle}` : choice;
      return { label, picture: mark ? <MarkPicture mark={mark} house={house} /> : null };
    }
    default:
      return assertNever(field);
  }
}
