import { defineControl } from "./define";

export const control = defineControl<"rating">({
  Control: ({ id, field, value, onChange, onLeave }) => (
    <>
      <label htmlFor={id} className="field__label">
        {field.label}
      </label>
      <input
        id={id}
        type="range"
        className="form-range"
        min={0}
        max={field.most}
        value={Number(value)}
        onChange={(event) => onChange(Number(event.target.value))}
        onBlur={onLeave}
      />
    </>
  ),
});
