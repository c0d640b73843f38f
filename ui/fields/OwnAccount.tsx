import { wholeMarks } from "@/core/edit/mark-pieces";
import type { Field } from "@/core/fields/field";
import { AccountValue } from "@/core/fields/value";
import { WordsInput } from "@/ui/parts/WordsInput";
import type { ControlProps } from "./define";

/** An account that the house style has not, written out. */
export function OwnAccount({ field, value, house, onChange }: ControlProps<Extract<Field, { kind: "account" }>>) {
  const own = typeof value === "object" && value.kind === "account" ? value : undefined;
  const begin = () => {
    const like = house.accounts.find(({ id }) => id === field.default) ?? house.accounts[0];
    if (!like) return;
    const { network, mark, ground, ink } = like;
    onChange(AccountValue.parse({ kind: "account", network, handle: "@", mark, ground, ink }));
  };
  if (!own) {
    return (
      <button type="button" className="chip" onClick={begin}>
        Type another account
      </button>
    );
  }
  const set = (part: Partial<AccountValue>) => onChange({ ...own, ...part });
  const text = (key: "network" | "handle", label: string) => (
    <label className="setting">
      {label}
      <WordsInput maxLength={80} value={own[key]} onChange={(next) => set({ [key]: next })} />
    </label>
  );
  const pick = (key: "mark" | "ground" | "ink", label: string, offered: readonly { id: string; name: string }[]) => (
    <label className="setting">
      {label}
      <select
        className="form-select form-select-sm"
        value={own[key]}
        onChange={(event) => set({ [key]: event.target.value })}
      >
        {offered.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
  const colours = house.colours.map(({ role, name }) => ({ id: role, name }));
  return (
    <div className="slot__framing bg-sheet border rounded d-grid gap-6 mt-6 py-8 px-10">
      {text("network", "Network")}
      {text("handle", "Handle")}
      {pick("mark", "Mark", wholeMarks(house))}
      {pick("ground", "Ground", colours)}
      {pick("ink", "Text", colours)}
    </div>
  );
}
