import type { Field } from "@/core/fields/field";
import { NumberInput } from "@/ui/parts/NumberInput";
import { defineControl, type SettingsProps } from "./define";
import { inOrder, Measured } from "./Measured";

type NumberField = Extract<Field, { kind: "number" }>;

/** The limits of a number, its steps and its start. */
function NumberSettings({ field, change }: SettingsProps<NumberField>) {
  const box = (key: "min" | "max" | "step" | "default", label: string) => (
    <label className="setting">
      {label}
      <NumberInput
        late
        step="any"
        min={key === "step" ? 0.0001 : -10000}
        max={10000}
        value={field[key]}
        onChange={(next) => change(key === "step" ? { step: next } : inOrder({ ...field, [key]: next }, key))}
      />
    </label>
  );
  return (
    <div className="fields-dialog__numbers d-grid">
      {box("min", "At least")}
      {box("max", "At most")}
      {box("step", "In steps of")}
      {box("default", "Default")}
    </div>
  );
}

export const control = defineControl<"number">({ Control: Measured, Settings: NumberSettings });
