"use client";
import { useMemo } from "react";
import { Form } from "react-bootstrap";
import type { RowView } from "@/contract/sheets";
import { sharedProblems, type Problem } from "@/core/sheets/problems";
import { isShown, showWords, type Show } from "./problems";
import { useSheet } from "./store";

const most = 30;
const short = (text: string) => (text.length > 70 ? `${text.slice(0, 68)} …` : text);

/** Which rows are shown: by their state, or by what is found in them. */
export function ShowChoice(props: {
  show: Show;
  problems: (row: RowView) => readonly Problem[];
  onChange: (show: Show) => void;
}) {
  const { show, problems, onChange } = props;
  const rows = useSheet((state) => state.rows);
  const shared = useMemo(
    () => sharedProblems(rows.map((row) => ({ id: row.id, problems: problems(row) }))).slice(0, most),
    [rows, problems],
  );
  const count = (one: Show) => rows.filter((row) => isShown(row, one, problems(row))).length;
  const known = shared.some(({ problem }) => show === `problem:${problem.id}`);
  return (
    <Form.Select
      size="sm"
      aria-label="Rows that are shown"
      className={`sheet__show${show === "all" ? "" : " is-part"}`}
      value={show}
      onChange={(event) => onChange(event.target.value as Show)}
    >
      {(Object.keys(showWords) as (keyof typeof showWords)[]).map((one) => (
        <option key={one} value={one}>
          {showWords[one]}
          {one === "all" ? "" : ` (${count(one)})`}
        </option>
      ))}
      {show.startsWith("problem:") && !known && <option value={show}>Fixed: no row has this any more</option>}
      {shared.length > 0 && (
        <optgroup label="What is found">
          {shared.map(({ problem, rows: having }) => (
            <option key={problem.id} value={`problem:${problem.id}`}>
              {having.length} × {short(problem.message)}
            </option>
          ))}
        </optgroup>
      )}
    </Form.Select>
  );
}
