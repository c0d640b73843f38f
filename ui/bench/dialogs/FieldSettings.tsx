"use client";
import type { Layer } from "@/core/document/layer";
import { propertyLabel } from "@/core/edit/property-facts";
import { fieldFacts } from "@/core/facts/field";
import type { Field } from "@/core/fields/field";
import type { FieldControlKind } from "@/ui/fields/define";
import { controlKinds } from "@/ui/fields/kinds";
import { useBench, useBenchStore } from "../store";

/** Everything that can be said about one field. */
export function FieldSettings({ field }: { field: Field }) {
  const store = useBenchStore();
  const house = useBench((state) => state.house);
  const change = (part: object) =>
    store.getState().edit(
      `Field ${field.label}`,
      (draft) => {
        const own = draft.fields.find(({ id }) => id === field.id);
        if (own) Object.assign(own, part);
      },
      `field ${field.id} ${Object.keys(part).join()}`,
    );
  const text = (key: "label" | "help" | "group", most: number) => (
    <label className="setting" data-help={fieldFacts[key].help}>
      {fieldFacts[key].label}
      <input
        type="text"
        className="form-control form-control-sm"
        maxLength={most}
        value={String((field as Record<string, unknown>)[key] ?? "")}
        onChange={(event) =>
          (key !== "label" || event.target.value.trim() !== "") && change({ [key]: event.target.value })
        }
      />
    </label>
  );
  // The field and its settings belong together, which the table can't say.
  const { Settings } = controlKinds[field.kind] as unknown as FieldControlKind;
  return (
    <section className="fields-dialog__settings" aria-label={`Settings of ${field.label}`}>
      <h3 className="rubric">{field.label}</h3>
      {text("label", 80)}
      {text("help", 300)}
      {text("group", 60)}
      {"required" in field && (
        <label className="tick" data-help={fieldFacts.required.help}>
          <input type="checkbox" checked={field.required} onChange={(e) => change({ required: e.target.checked })} />{" "}
          {fieldFacts.required.label}
        </label>
      )}
      {Settings && <Settings field={field} house={house} change={change} />}
      <DrivesList field={field} />
    </section>
  );
}

/** What a field fills there, as the bench calls it. */
function labelIn(layers: readonly Layer[], { layer, property }: Field["drives"][number]): string {
  const found = layers.find(({ id }) => id === layer);
  return found ? propertyLabel(found, property).toLowerCase() : property;
}

function DrivesList({ field }: { field: Field }) {
  const store = useBenchStore();
  const layers = useBench((state) => state.document.layers);
  const edit = (recipe: (drives: Field["drives"]) => void) =>
    store.getState().edit(`Field ${field.label}`, (draft) => {
      const own = draft.fields.find(({ id }) => id === field.id);
      if (own) recipe(own.drives);
    });
  return (
    <fieldset className="setting" data-help={fieldFacts.drives.help}>
      <legend>{fieldFacts.drives.label}</legend>
      <ul className="leaf__list list-none m-0 p-0">
        {field.drives.map((drive, i) => (
          <li key={`${drive.layer} ${drive.property}`}>
            {layers.find(({ id }) => id === drive.layer)?.name ?? drive.layer}: {labelIn(layers, drive)}{" "}
            {field.kind === "account" && (
              <select
                className="form-select form-select-sm"
                aria-label="Which part of the account"
                value={drive.part ?? "handle"}
                onChange={(event) => edit((drives) => void (drives[i]!.part = event.target.value as never))}
              >
                <option value="handle">its handle</option>
                <option value="network">its network</option>
                <option value="mark">its mark</option>
                <option value="ground">its background colour</option>
                <option value="ink">its text colour</option>
              </select>
            )}
            <button type="button" className="chip" onClick={() => edit((drives) => void drives.splice(i, 1))}>
              no longer
            </button>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}
