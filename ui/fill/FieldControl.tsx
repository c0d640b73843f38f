"use client";
import { useId } from "react";
import type { Format } from "@/core/document/format";
import type { House } from "@/core/document/house";
import { readEntered, showsSample } from "@/core/document/values";
import { kindOf, type Field } from "@/core/fields/field";
import type { FieldValue } from "@/core/fields/value";
import type { FieldControlKind } from "@/ui/fields/define";
import { controlKinds } from "@/ui/fields/kinds";
import { NoteLine } from "./NoteLine";
import type { FieldNote } from "./notes";

/** One field of the form with its help and what is to be said about its value. */
export function FieldControl({
  field,
  value,
  house,
  formats,
  notes,
  onChange,
  onLeave,
}: {
  field: Field;
  value: FieldValue;
  house: House;
  formats: readonly Format[];
  notes: readonly FieldNote[];
  onChange: (value: FieldValue) => void;
  onLeave: () => void;
}) {
  const id = useId();
  const stopped = notes.some((note) => note.weight === "stop");
  // The field and its control belong together, which the table can't say.
  const { Control, grouped } = controlKinds[field.kind] as unknown as FieldControlKind;
  const shown = value === "" ? value : (readEntered(field, value) ?? value);
  const control = <Control {...{ id, field, value: shown, house, formats, stopped, onChange, onLeave }} />;
  return (
    <div className="field mt-12" data-field={field.id} data-help={field.help === "" ? kindOf(field).help : undefined}>
      {grouped ? (
        <fieldset aria-describedby={`${id}-help`}>
          <legend>{field.label}</legend>
          {control}
        </fieldset>
      ) : (
        control
      )}
      {showsSample(field, { fields: { [field.id]: value } }) && (
        <p className="field__sample fs-13 mt-4 mx-0 mb-0">Not filled in yet. The preview shows a sample.</p>
      )}
      <p className="field__help text-secondary fs-13 mt-4 mx-0 mb-0" id={`${id}-help`}>
        {field.help}
      </p>
      <div id={`${id}-notes`}>
        {notes.map((note) => (
          <NoteLine key={note.text} note={note} />
        ))}
      </div>
    </div>
  );
}
