import { NumberInput } from "@/ui/parts/NumberInput";
import { defineControl } from "./define";
import { Written, WrittenSettings } from "./Written";

export const control = defineControl<"text">({
  Control: Written,
  Settings: ({ field, house, change }) => (
    <>
      <WrittenSettings field={field} house={house} change={change} />
      <label className="setting">
        Max lines
        <NumberInput whole min={1} max={12} value={field.lines} onChange={(lines) => change({ lines })} />
      </label>
    </>
  ),
});
