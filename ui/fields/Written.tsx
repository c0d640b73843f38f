import type { WrittenField } from "@/core/fields/field";
import { countCharacters } from "@/core/fields/written";
import { NumberInput } from "@/ui/parts/NumberInput";
import type { ControlProps, SettingsProps } from "./define";

/** A text with the count of its characters. */
export function Written({ id, field, value, stopped, onChange, onLeave }: ControlProps<WrittenField>) {
  const text = String(value);
  const used = countCharacters(text.trim());
  const control = {
    id,
    dir: "auto",
    className: `form-control${stopped ? " is-invalid" : ""}`,
    value: text,
    placeholder: field.sample,
    "aria-required": field.required,
    "aria-invalid": stopped,
    "aria-describedby": `${id}-help ${id}-notes`,
    onChange: (event: { target: { value: string } }) => onChange(event.target.value),
    onBlur: onLeave,
  };
  return (
    <>
      <label htmlFor={id} className="field__label">
        {field.label} {!field.required && <small>may be empty</small>}{" "}
        <span className={`figures field__count${used > field.max ? " text-primary fw-semibold" : ""}`} aria-hidden>
          {used} of {field.max}
        </span>
      </label>
      {field.kind === "text" ? (
        <textarea rows={Math.min(6, field.lines)} {...control} />
      ) : (
        <input type="text" {...control} />
      )}
    </>
  );
}

/** Short forms, one a line, as “Department = Dept”. What is being typed stays as it is until it is left. */
function ShorterSetting({ field, change }: Pick<SettingsProps<WrittenField>, "field" | "change">) {
  const text = field.shorter.map(({ long, short }) => `${long} = ${short}`).join("\n");
  const read = (typed: string) =>
    typed.split("\n").flatMap((line) => {
      const [long, short, ...more] = line.split("=").map((part) => part.trim());
      return long && long.length >= 2 && short !== undefined && more.length === 0 ? [{ long, short }] : [];
    });
  return (
    <label className="setting">
      Short forms
      <textarea
        key={`${field.id} ${text}`}
        rows={2}
        className="form-control form-control-sm"
        placeholder="Department = Dept"
        defaultValue={text}
        onBlur={(event) => change({ shorter: read(event.target.value).slice(0, 40) })}
      />
      <small>One per line. Offered when a text does not fit.</small>
    </label>
  );
}

/** What may be said of a text of either kind. */
export function WrittenSettings({ field, change }: SettingsProps<WrittenField>) {
  return (
    <>
      <label className="setting">
        Sample (shown until the field is filled)
        <input
          type="text"
          className="form-control form-control-sm"
          maxLength={500}
          value={field.sample}
          onChange={(event) => change({ sample: event.target.value })}
        />
      </label>
      <label className="setting">
        Default
        <input
          type="text"
          className="form-control form-control-sm"
          maxLength={500}
          value={field.default}
          onChange={(event) => change({ default: event.target.value })}
        />
      </label>
      <span className="setting setting--pair align-items-center gap-8">
        Characters, min
        <NumberInput
          whole
          min={0}
          max={field.max}
          aria-label="Minimum characters"
          value={field.min}
          onChange={(min) => change({ min })}
        />
        to
        <NumberInput
          whole
          min={Math.max(1, field.min)}
          max={500}
          aria-label="Maximum characters"
          value={field.max}
          onChange={(max) => change({ max })}
        />
      </span>
      <ShorterSetting field={field} change={change} />
    </>
  );
}
