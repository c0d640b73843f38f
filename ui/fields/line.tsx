import { Pattern } from "@/core/document/pattern";
import { defineControl } from "./define";
import { Written, WrittenSettings } from "./Written";

/** What a line must look like: an example in the filler's own signs, and what may be otherwise. */
function PatternSetting({
  pattern,
  change,
}: {
  pattern: Pattern | undefined;
  change: (part: { pattern: Pattern | undefined }) => void;
}) {
  const put = (part: Partial<Pattern>) => {
    const read = Pattern.safeParse({ ...pattern, ...part });
    change({ pattern: read.success ? read.data : undefined });
  };
  return (
    <fieldset className="setting">
      <legend>Pattern (by example)</legend>
      <input
        type="text"
        className="form-control form-control-sm figures"
        aria-label="Pattern, by example"
        maxLength={40}
        placeholder="any text, or an example such as 12:30"
        defaultValue={pattern?.example ?? ""}
        onChange={(event) => put({ example: event.target.value })}
      />
      {pattern && (
        <>
          <small>A digit stands for any digit, a letter for any letter; everything else stands for itself.</small>
          <label className="tick">
            <input
              type="checkbox"
              checked={pattern.lengths === "any"}
              onChange={(event) => put({ lengths: event.target.checked ? "any" : "same" })}
            />{" "}
            Any length
          </label>
          <label className="tick">
            <input type="checkbox" checked={pattern.mixed} onChange={(event) => put({ mixed: event.target.checked })} />{" "}
            Letters and digits may be mixed
          </label>
          <label className="tick">
            <input
              type="checkbox"
              checked={pattern.letters === "same"}
              disabled={pattern.mixed}
              onChange={(event) => put({ letters: event.target.checked ? "same" : "any" })}
            />{" "}
            Exactly these letters
          </label>
        </>
      )}
    </fieldset>
  );
}

export const control = defineControl<"line">({
  Control: Written,
  Settings: ({ field, house, change }) => (
    <>
      <WrittenSettings field={field} house={house} change={change} />
      <PatternSetting key={field.id} pattern={field.pattern} change={change} />
    </>
  ),
});
