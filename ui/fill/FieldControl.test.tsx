import { describe, expect, jest, test } from "@jest/globals";
import { screen } from "@testing-library/react";
import { useState } from "react";
import { startOf } from "@/core/document/values";
import { Field } from "@/core/fields/field";
import type { FieldValue } from "@/core/fields/value";
import { designIds, readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { barriers, show } from "@/ui/testing/screen";
import { controlKinds } from "@/ui/fields/kinds";
import { FieldControl } from "./FieldControl";
import type { FieldNote } from "./notes";

/* The controls of all kinds of field, as the demo world has them. */

const base = { help: "What a filler should know of it.", drives: [] };
const others = [
  { ...base, id: "on", kind: "toggle", label: "With a line", default: true },
  { ...base, id: "much", kind: "number", label: "How full", min: 0, max: 100, step: 1, default: 40 },
  { ...base, id: "when", kind: "cue", cue: "spoken", label: "When it comes", min: 0, max: 10, default: 2 },
  { ...base, id: "words", kind: "text", label: "Lines", lines: 3, sample: "One\nTwo" },
  {
    ...{ ...base, id: "side", kind: "choice", label: "Side", default: "l" },
    options: [
      { id: "l", label: "Left", value: "left" },
      { id: "r", label: "Right", value: "right" },
    ],
  },
].map((one) => Field.parse(one));
const fields = [...designIds.flatMap((id) => readDesign(id).fields), ...others];

/** The first field of a kind that these designs have. */
const fieldOf = <K extends Field["kind"]>(kind: K): Extract<Field, { kind: K }> => {
  const found = fields.find((field) => field.kind === kind);
  if (!found) throw new Error(`there is no field of the kind ${kind}`);
  return found as Extract<Field, { kind: K }>;
};

function Held(props: {
  field: Field;
  first: FieldValue;
  notes: readonly FieldNote[];
  onChange: (v: FieldValue) => void;
}) {
  const [value, setValue] = useState(props.first);
  const change = (next: FieldValue) => {
    setValue(next);
    props.onChange(next);
  };
  return (
    <FieldControl
      {...{ field: props.field, value, house, formats: house.formats, notes: props.notes }}
      onChange={change}
      onLeave={() => undefined}
    />
  );
}

function filled(field: Field, notes: readonly FieldNote[] = []) {
  const onChange = jest.fn<(value: FieldValue) => void>();
  const first = startOf(field);
  return { onChange, ...show(<Held {...{ field, first, notes, onChange }} />, "contributor") };
}

const kinds = Object.keys(controlKinds) as Field["kind"][];

test.each(kinds)("a field of the kind %s is named by its label, says its help, and bars nobody", async (kind) => {
  const field = fieldOf(kind);
  const { container } = filled(field);
  const names = [...container.querySelectorAll("label, legend")].map(({ textContent }) => textContent ?? "");
  expect(names.some((name) => name.startsWith(field.label))).toBe(true);
  if (field.help) expect(screen.getByText(field.help)).toBeTruthy();
  expect(await barriers()).toEqual([]);
});

describe("what is entered", () => {
  test("as text comes letter by letter, in any script, and is counted as people count", async () => {
    const { hands, onChange } = filled(fieldOf("line"));
    const box = screen.getByRole("textbox");
    await hands.clear(box);
    await hands.type(box, "ليلى 👩‍👩‍👧");
    expect(onChange).toHaveBeenLastCalledWith("ليلى 👩‍👩‍👧");
    expect(screen.getByText(/^6 of /)).toBeTruthy();
  });
  test("as a toggle is turned by mouse and by Space", async () => {
    const { hands, onChange } = filled(fieldOf("toggle"));
    const box = screen.getByRole<HTMLInputElement>("checkbox");
    const was = box.checked;
    await hands.click(box);
    expect(onChange).toHaveBeenLastCalledWith(!was);
    await hands.keyboard(" ");
    expect(onChange).toHaveBeenLastCalledWith(was);
  });
});

test("what stops a field is said beside it, and belongs to its box", async () => {
  const words = "“Name” must be filled in.";
  filled(fieldOf("line"), [{ weight: "stop", text: words } as FieldNote]);
  const box = screen.getByRole("textbox");
  expect(box.getAttribute("aria-invalid")).toBe("true");
  const described = box
    .getAttribute("aria-describedby")!
    .split(" ")
    .map((id) => document.getElementById(id)?.textContent);
  expect(described.join(" ")).toContain(words);
});
