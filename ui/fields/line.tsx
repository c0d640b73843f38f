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
      <legend>Must look like</legend>
      <input
        type="text"
        className="form-control form-control-sm figures"
        aria-label="An example of what it must look like"
        maxLength={40}
        placeholder="anything; or an example, such as 12:30"
        defaultValue={pattern?.example ?? ""}
        onChange={(event) => put({ example: event.target.value })}
      />
      {pattern && (
        <>
          <small>Figures stand for figures, letters for letters, all other signs for themselves.</small>
          <label className="tick">
            <input
              type="checkbox"
              checked={pattern.lengths === "any"}
              onChange={(event) => put({ lengths: event.target.checked ? "any" : "same" })}
            />{" "}
            Longer and shorter will do
          </label>
          <label className="tick">
            <input type="checkbox" checked={pattern.mixed} onChange={(event) => put({ mixed: event.target.checked })} />{" "}
            Letters and figures may be mixed
          </label>
          <label className="tick">
            <input
              type="checkbox"
              checked={pattern.letters === "same"}
              disabled={pattern.mixed}
              onChange={(event) => put({ letters: event.target.checked ? "same" : "any" })}
            />{" "}
            These very letters
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
