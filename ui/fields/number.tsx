import type { Field } from "@/core/fields/field";
import { defineControl, type SettingsProps } from "./define";
import { between, inOrder, Measured } from "./Measured";

type NumberField = Extract<Field, { kind: "number" }>;

/** The limits of a number, its steps and its start. */
function NumberSettings({ field, change }: SettingsProps<NumberField>) {
  const box = (key: "min" | "max" | "step" | "default", label: string) => (
    <label className="setting">
      {label}
      <input
        type="number"
        className="form-control form-control-sm figures"
        step="any"
        value={field[key]}
        onChange={(event) => {
          if (event.target.value === "") return;
          const least = key === "step" ? 0.0001 : -10000;
          const next = between(least, 10000, event.target.value);
          change(key === "step" ? { step: next } : inOrder({ ...field, [key]: next }, key));
        }}
      />
    </label>
  );
  return (
    <div className="fields-dialog__numbers d-grid">
      {box("min", "At least")}
      {box("max", "At most")}
      {box("step", "In steps of")}
      {box("default", "At the start")}
    </div>
  );
}

export const control = defineControl<"number">({ Control: Measured, Settings: NumberSettings });
