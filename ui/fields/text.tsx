import { defineControl } from "./define";
import { between } from "./Measured";
import { Written, WrittenSettings } from "./Written";

export const control = defineControl<"text">({
  Control: Written,
  Settings: ({ field, house, change }) => (
    <>
      <WrittenSettings field={field} house={house} change={change} />
      <label className="setting">
        Most lines
        <input
          type="number"
          className="form-control form-control-sm figures"
          min={1}
          max={12}
          value={field.lines}
          onChange={(event) => change({ lines: Math.round(between(1, 12, event.target.value)) })}
        />
      </label>
    </>
  ),
});
