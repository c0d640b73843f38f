import type { Field } from "@/core/fields/field";
import { NumberInput } from "@/ui/parts/NumberInput";
import { defineControl, type SettingsProps } from "./define";
import { inOrder, Measured } from "./Measured";

type CueField = Extract<Field, { kind: "cue" }>;

const cueTimes = [
  ["min", "Not before, s"],
  ["max", "Not after, s"],
  ["default", "Default, s"],
] as const;

/** Between which seconds a filler may put a cue. */
function CueSettings({ field, change }: SettingsProps<CueField>) {
  return (
    <div className="fields-dialog__numbers d-grid">
      {cueTimes.map(([key, label]) => (
        <label key={key} className="setting">
          {label}
          <NumberInput
            late
            min={0}
            max={3600}
            step={0.1}
            value={field[key]}
            onChange={(next) => change(inOrder({ ...field, [key]: next }, key))}
          />
        </label>
      ))}
    </div>
  );
}

export const control = defineControl<"cue">({ Control: Measured, Settings: CueSettings });
