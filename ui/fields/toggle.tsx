import { defineControl } from "./define";

export const control = defineControl<"toggle">({
  Control: ({ id, field, value, onChange }) => (
    <label className="align-items-center d-flex fw-semibold gap-8">
      <input
        type="checkbox"
        className="form-check-input"
        checked={value === true}
        aria-describedby={`${id}-help`}
        onChange={(event) => onChange(event.target.checked)}
      />
      {field.label}
    </label>
  ),
  Settings: ({ field, change }) => (
    <label className="tick">
      <input type="checkbox" checked={field.default} onChange={(event) => change({ default: event.target.checked })} />{" "}
      On by default
    </label>
  ),
});
