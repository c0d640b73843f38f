import { Trash } from "react-bootstrap-icons";
import { freshId } from "@/core/edit/blank";
import type { Field } from "@/core/fields/field";
import { NumberInput } from "@/ui/parts/NumberInput";
import { WordsInput } from "@/ui/parts/WordsInput";
import { Choices } from "./Choices";
import { defineControl, type SettingsProps } from "./define";

type ChoiceField = Extract<Field, { kind: "choice" }>;

/** The values that may be chosen, each under a name for the filler. */
function OptionSettings({ field, change }: SettingsProps<ChoiceField>) {
  const { options } = field;
  const put = (i: number, part: object) =>
    change({ options: options.map((old, j) => (j === i ? { ...old, ...part } : old)) });
  const add = () => {
    const id = freshId("option", new Set(options.map((option) => option.id)));
    change({ options: [...options, { ...options[options.length - 1]!, id, label: `Option ${options.length + 1}` }] });
  };
  const remove = (id: string) => {
    const kept = options.filter((option) => option.id !== id);
    change({ options: kept, ...(field.default === id ? { default: kept[0]!.id } : {}) });
  };
  return (
    <fieldset className="setting">
      <legend>Options</legend>
      {options.map(({ id, label, value }, i) => (
        <span key={id} className="setting setting--pair align-items-center gap-8">
          <input
            type="radio"
            name={`start ${field.id}`}
            aria-label={`${label} by default`}
            checked={field.default === id}
            onChange={() => change({ default: id })}
          />
          <WordsInput
            label={`Name of option ${i + 1}`}
            value={label}
            maxLength={80}
            onChange={(next) => put(i, { label: next })}
          />
          {typeof value === "number" ? (
            <NumberInput
              step="any"
              min={-10000}
              max={10000}
              aria-label={`Value of option ${i + 1}`}
              value={value}
              onChange={(next) => put(i, { value: next })}
            />
          ) : (
            <input
              type="text"
              className="form-control form-control-sm"
              aria-label={`Value of option ${i + 1}`}
              value={value}
              maxLength={500}
              onChange={(event) => put(i, { value: event.target.value })}
            />
          )}
          <button
            type="button"
            className="small-button"
            disabled={options.length === 1}
            aria-label={`Remove ${label}`}
            onClick={() => remove(id)}
          >
            <Trash aria-hidden />
          </button>
        </span>
      ))}
      <button type="button" className="chip" disabled={options.length >= 64} onClick={add}>
        Add option
      </button>
    </fieldset>
  );
}

export const control = defineControl<"choice">({
  grouped: true,
  Control: ({ id, field, value, onChange }) => (
    <Choices id={id} kind="choice" offered={field.options} chosen={String(value)} onChoose={onChange} />
  ),
  Settings: OptionSettings,
});
