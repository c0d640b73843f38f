"use client";
import type { Length } from "@/core/document/place";
import { NumberBox } from "./NumberBox";
import { Choice, Row, type Option } from "./rows";

/** A length that may be missing, in u, or a share of a box plus u. */
export function LengthBox({
  label,
  short,
  help,
  value,
  boxes,
  onChange,
}: {
  label: string;
  short: string;
  help: string;
  value: Length | undefined;
  boxes: readonly Option[];
  onChange: (value: Length | undefined, merge: boolean) => void;
}) {
  const kind = value === undefined ? "none" : typeof value === "number" ? "u" : "share";
  const choose = (next: string) => {
    if (next === "none") onChange(undefined, false);
    else if (next === "u") onChange(20, false);
    else onChange({ of: "title-safe", share: 1, plus: 0 }, false);
  };
  return (
    <>
      <Row label={short} help={help}>
        <select
          className="form-select form-select-sm size-kind"
          aria-label={`${label}: how`}
          value={kind}
          onChange={(e) => choose(e.target.value)}
        >
          <option value="none">no limit</option>
          <option value="u">in u</option>
          <option value="share">share of</option>
        </select>
        {typeof value === "number" && (
          <NumberBox value={value} unit="u" min={0} max={1000} label={label} onChange={onChange} />
        )}
        {typeof value === "object" && (
          <NumberBox
            value={value.share}
            unit="%"
            min={0}
            max={20}
            label={`${label}: share`}
            onChange={(share, m) => onChange({ ...value, share }, m)}
          />
        )}
      </Row>
      {typeof value === "object" && (
        <Row help={help}>
          <Choice
            label={`${label}: share of`}
            value={value.of}
            options={boxes}
            onChange={(of) => onChange({ ...value, of }, false)}
          />
          <NumberBox
            value={value.plus}
            unit="u"
            min={-1000}
            max={1000}
            label={`${label}: plus`}
            onChange={(plus, m) => onChange({ ...value, plus }, m)}
          />
        </Row>
      )}
    </>
  );
}
