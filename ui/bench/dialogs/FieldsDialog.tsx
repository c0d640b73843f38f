"use client";
import { useState } from "react";
import { Modal } from "react-bootstrap";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { ArrowDown, ArrowUp, Trash } from "react-bootstrap-icons";
import { askedFields, checkValues, enteredIn, isUsed, startingValues, startOf } from "@/core/document/values";
import type { Field } from "@/core/fields/field";
import { exposeAllWanted } from "@/core/edit/expose";
import { removeField } from "@/core/edit/fields";
import { readingOrder } from "@/core/edit/reading-order";
import { dialogDeeds } from "@/core/facts/bench-deeds";
import { FieldControl } from "@/ui/fill/FieldControl";
import { useBoxesAtRest } from "../stage/boxes";
import { useBench, useBenchStore } from "../store";
import { FieldSettings } from "./FieldSettings";

/** The fields with their settings, and beside them the form as the filler will see it. */
export function FieldsDialog({ onClose }: { onClose: () => void }) {
  const fields = useBench((state) => state.document.fields);
  const [open, setOpen] = useState(fields[0]?.id);
  const field = fields.find(({ id }) => id === open);
  return (
    <PaperDialog title="Fields" onClose={onClose} size="xl">
      <Modal.Body>
        {fields.length === 0 && (
          <p className="quiet">
            There are no fields yet. Select a layer and press the mark beside its text, colour or picture to expose it;
            or let Rubrick suggest fields for everything.
          </p>
        )}
        <ExposeWanted onMade={setOpen} />
        <Unused />
        <div className="fields-dialog d-grid gap-24">
          <FieldList fields={fields} open={open} onOpen={setOpen} />
          {field && <FieldSettings key={field.id} field={field} />}
          <FillersForm />
        </div>
      </Modal.Body>
    </PaperDialog>
  );
}

/** Fields that fill nothing any more: a filler does not see them, and they can go in one press. */
function Unused() {
  const { edit } = useBenchStore().getState();
  const document = useBench((state) => state.document);
  const unused = document.fields.filter((field) => !isUsed(document, field));
  if (unused.length === 0) return null;
  return (
    <p className="mb-12">
      {unused.map(({ label }) => label).join(", ")} {unused.length === 1 ? "fills" : "fill"} nothing. Fillers do not see{" "}
      {unused.length === 1 ? "it" : "them"}.{" "}
      <button
        data-help={dialogDeeds.removeUnused.help}
        type="button"
        className="chip"
        onClick={() =>
          edit("Remove fields that fill nothing", (draft) => {
            for (const { id } of unused) removeField(draft, id);
          })
        }
      >
        Remove {unused.length === 1 ? "it" : "them"}
      </button>
    </p>
  );
}

/** Fields for all that a filler will want, in one press. */
function ExposeWanted({ onMade }: { onMade: (field: string) => void }) {
  const store = useBenchStore();
  const boxes = useBoxesAtRest();
  const [none, setNone] = useState(false);
  const expose = () => {
    const { edit, house } = store.getState();
    const order = readingOrder([...boxes].map(([id, { box }]) => [id, box]));
    let made: string[] = [];
    edit("Suggest fields", (draft) => void (made = exposeAllWanted(draft, house, order)));
    setNone(made.length === 0);
    if (made[0] !== undefined) onMade(made[0]);
  };
  return (
    <p className="mb-12">
      <button data-help={dialogDeeds.suggestFields.help} type="button" className="chip" onClick={expose}>
        {dialogDeeds.suggestFields.label}
      </button>{" "}
      <span className="quiet" role="status">
        {none ? "Everything is exposed already." : "Texts, accounts, pictures, and the colours behind texts."}
      </span>
    </p>
  );
}

const placesFilled = (n: number): string =>
  n === 0 ? "fills nothing" : n === 1 ? "fills one place" : `fills ${n} places`;

/** The fields in their order, which can be changed. */
function FieldList(props: { fields: readonly Field[]; open: string | undefined; onOpen: (id: string) => void }) {
  const { fields, open, onOpen } = props;
  const { edit } = useBenchStore().getState();
  const step = (id: string, by: number) =>
    edit("Order of fields", (draft) => {
      const at = draft.fields.findIndex((other) => other.id === id);
      const [moved] = draft.fields.splice(at, 1);
      if (moved) draft.fields.splice(Math.max(0, at + by), 0, moved);
    });
  return (
    <ol className="fields-dialog__list list-none m-0 p-0" aria-label="Fields in order">
      {fields.map(({ id, label, kind, drives }, i) => (
        <li key={id} className={id === open ? "is-open" : ""}>
          <button
            data-help={dialogDeeds.openField.help}
            type="button"
            className="fields-dialog__pick bg-none border-0 flex-1 py-6 px-10 text-start"
            aria-pressed={id === open}
            onClick={() => onOpen(id)}
          >
            {label}
            <small>
              {kind}, {placesFilled(drives.length)}
            </small>
          </button>
          <button
            data-help={dialogDeeds.fieldUp.help}
            type="button"
            className="small-button"
            disabled={i === 0}
            onClick={() => step(id, -1)}
            aria-label={`${label}: up`}
          >
            <ArrowUp aria-hidden />
          </button>
          <button
            data-help={dialogDeeds.fieldDown.help}
            type="button"
            className="small-button"
            disabled={i === fields.length - 1}
            onClick={() => step(id, 1)}
            aria-label={`${label}: down`}
          >
            <ArrowDown aria-hidden />
          </button>
          <button
            data-help={dialogDeeds.removeField.help}
            type="button"
            className="small-button"
            onClick={() => edit("Remove a field", (draft) => removeField(draft, id))}
            aria-label={`Remove ${label}`}
          >
            <Trash aria-hidden />
          </button>
        </li>
      ))}
    </ol>
  );
}

/** The form as it will be; what is tried in it shows on the stage. */
function FillersForm() {
  const store = useBenchStore();
  const document = useBench((state) => state.document);
  const house = useBench((state) => state.house);
  const [values, setValues] = useState(() => startingValues(document));
  const faults = checkValues(document, values);
  const asked = askedFields(document);
  const groups = [...new Set(asked.map(({ group }) => group))];
  const formats = house.formats.filter(({ id }) => document.formats.includes(id));
  return (
    <section className="fields-dialog__form bg-body border p-14" aria-label="The form as people see it">
      <h3 className="rubric">Preview of the form</h3>
      {groups.map((group) => (
        <div key={group}>
          <h4>{group || "Fields"}</h4>
          {asked
            .filter((field) => field.group === group)
            .map((field) => (
              <FieldControl
                key={field.id}
                field={field}
                value={enteredIn(values, field.id) ?? startOf(field)}
                house={house}
                formats={formats}
                notes={faults
                  .filter((f) => f.field === field.id && enteredIn(values, field.id) !== startOf(field))
                  .map(({ message }) => ({ weight: "stop", text: message }))}
                onChange={(value) => {
                  const next = { ...values, fields: { ...values.fields, [field.id]: value } };
                  setValues(next);
                  store.getState().show({ tried: next });
                }}
                onLeave={() => undefined}
              />
            ))}
        </div>
      ))}
    </section>
  );
}
