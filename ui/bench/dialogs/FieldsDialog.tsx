"use client";
import { useState } from "react";
import { Modal } from "react-bootstrap";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { ArrowDown, ArrowUp, Trash } from "react-bootstrap-icons";
import { checkValues, enteredIn, startingValues, startOf } from "@/core/document/values";
import { removeField } from "@/core/edit/fields";
import { FieldControl } from "@/ui/fill/FieldControl";
import { useBench, useBenchStore } from "../store";
import { FieldSettings } from "./FieldSettings";

/** The fields with their settings, and beside them the form as the filler will see it. */
export function FieldsDialog({ onClose }: { onClose: () => void }) {
  const store = useBenchStore();
  const document = useBench((state) => state.document);
  const house = useBench((state) => state.house);
  const [open, setOpen] = useState(document.fields[0]?.id);
  const [values, setValues] = useState(() => startingValues(document));
  const { edit } = store.getState();
  const faults = checkValues(document, values);
  const field = document.fields.find(({ id }) => id === open);
  const step = (id: string, by: number) =>
    edit("Order of fields", (draft) => {
      const at = draft.fields.findIndex((other) => other.id === id);
      const [moved] = draft.fields.splice(at, 1);
      if (moved) draft.fields.splice(Math.max(0, at + by), 0, moved);
    });
  const groups = [...new Set(document.fields.map(({ group }) => group))];
  return (
    <PaperDialog title="Fields" onClose={onClose} size="xl">
      <Modal.Body>
        {document.fields.length === 0 && (
          <p className="quiet">
            Nothing is filled in yet. Choose a layer and press the mark beside its text, colour or picture to hand it to
            the filler.
          </p>
        )}
        <div className="fields-dialog">
          <ol className="fields-dialog__list" aria-label="Fields in order">
            {document.fields.map(({ id, label, kind, drives }, i) => (
              <li key={id} className={id === open ? "is-open" : ""}>
                <button
                  type="button"
                  className="fields-dialog__pick"
                  aria-pressed={id === open}
                  onClick={() => setOpen(id)}
                >
                  {label}
                  <small>
                    {kind},{" "}
                    {drives.length === 0
                      ? "fills nothing"
                      : drives.length === 1
                        ? "fills one place"
                        : `fills ${drives.length} places`}
                  </small>
                </button>
                <button
                  type="button"
                  className="small-button"
                  disabled={i === 0}
                  onClick={() => step(id, -1)}
                  aria-label={`${label}: up`}
                >
                  <ArrowUp aria-hidden />
                </button>
                <button
                  type="button"
                  className="small-button"
                  disabled={i === document.fields.length - 1}
                  onClick={() => step(id, 1)}
                  aria-label={`${label}: down`}
                >
                  <ArrowDown aria-hidden />
                </button>
                <button
                  type="button"
                  className="small-button"
                  onClick={() => edit("Take a field away", (draft) => removeField(draft, id))}
                  aria-label={`Take ${label} away`}
                >
                  <Trash aria-hidden />
                </button>
              </li>
            ))}
          </ol>
          {field && <FieldSettings key={field.id} field={field} />}
          <section className="fields-dialog__form" aria-label="The form as the filler sees it">
            <h3 className="rubric">As the filler sees it</h3>
            {groups.map((group) => (
              <div key={group}>
                <h4>{group || "Fields"}</h4>
                {document.fields
                  .filter((other) => other.group === group)
                  .map((other) => (
                    <FieldControl
                      key={other.id}
                      field={other}
                      value={enteredIn(values, other.id) ?? startOf(other)}
                      house={house}
                      formats={house.formats.filter(({ id }) => document.formats.includes(id))}
                      notes={faults
                        .filter((f) => f.field === other.id && enteredIn(values, other.id) !== startOf(other))
                        .map(({ message }) => ({ weight: "stop", text: message }))}
                      onChange={(value) => {
                        const next = { ...values, fields: { ...values.fields, [other.id]: value } };
                        setValues(next);
                        store.getState().show({ tried: next });
                      }}
                      onLeave={() => undefined}
                    />
                  ))}
              </div>
            ))}
          </section>
        </div>
      </Modal.Body>
    </PaperDialog>
  );
}
