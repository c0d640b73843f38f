"use client";
import type { Layer } from "@/core/document/layer";
import { useBench } from "../store";
import { Choice, Row, type Option } from "./rows";
import { useProperty } from "./use-property";

/** Which fields fill this layer, and whether it is only there while one is filled. */
export function FilledSection({ layer }: { layer: Layer }) {
  const fields = useBench((state) => state.document.fields);
  const property = useProperty(layer, "showIf", "Visible");
  const condition = property.value as Layer["showIf"];
  const filling = fields.filter((field) => field.drives.some((drive) => drive.layer === layer.id));
  const options: Option[] = [
    ["", "always"],
    ...fields.flatMap(({ id, label }) => [
      [`filled ${id}`, `while “${label}” is filled`] as const,
      [`empty ${id}`, `while “${label}” is empty`] as const,
    ]),
  ];
  return (
    <section className="leaf" aria-label="Filled by">
      <h3 className="rubric">Filled by</h3>
      {filling.length === 0 ? (
        <p className="leaf__say">
          No field fills this layer. Press the mark beside a property to expose it as a field.
        </p>
      ) : (
        <ul className="leaf__list list-none m-0 p-0">
          {filling.map((field) => (
            <li key={field.id}>
              <b>{field.label}</b>{" "}
              {field.drives
                .filter((drive) => drive.layer === layer.id)
                .map((drive) => drive.part ?? drive.property)
                .join(", ")}
            </li>
          ))}
        </ul>
      )}
      {fields.length > 0 && (
        <Row label="Visible" property={property}>
          <Choice
            label="Visible"
            value={condition ? `${condition.is} ${condition.field}` : ""}
            options={options}
            onChange={(chosen) => {
              const [is, field] = chosen.split(" ");
              property.set(chosen === "" ? undefined : { field, is });
            }}
          />
        </Row>
      )}
    </section>
  );
}
