import type { Field } from "@/core/fields/field";

type Choosing = Extract<Field, { choices: readonly string[] }>;

/** Which of the house's things are on offer, and which is chosen at the start. */
export function OfferSettings({
  field,
  offered,
  change,
  mayBeEmpty = false,
}: {
  field: Choosing;
  offered: readonly { readonly id: string; readonly name: string }[];
  change: (part: object) => void;
  mayBeEmpty?: boolean;
}) {
  const toggle = (id: string, on: boolean) => {
    const choices = offered.flatMap((one) => ((one.id === id ? on : field.choices.includes(one.id)) ? [one.id] : []));
    if (choices.length === 0) return;
    const kept = choices.includes(field.default) || field.default === "" ? {} : { default: choices[0] };
    change({ choices, ...kept });
  };
  return (
    <fieldset className="setting">
      <legend>Options</legend>
      <span className="chips">
        {offered.map(({ id, name }) => (
          <label key={id} className="tick">
            <input
              type="checkbox"
              checked={field.choices.includes(id)}
              onChange={(event) => toggle(id, event.target.checked)}
            />
            {name}
          </label>
        ))}
      </span>
      <label className="setting">
        At the start
        <select
          className="form-select form-select-sm"
          value={field.default}
          onChange={(event) => change({ default: event.target.value })}
        >
          {mayBeEmpty && <option value="">nothing yet</option>}
          {field.choices.map((id) => (
            <option key={id} value={id}>
              {offered.find((one) => one.id === id)?.name ?? id}
            </option>
          ))}
        </select>
      </label>
      {"own" in field && (
        <label className="tick">
          <input type="checkbox" checked={field.own} onChange={(event) => change({ own: event.target.checked })} />{" "}
          People may upload their own
        </label>
      )}
    </fieldset>
  );
}
