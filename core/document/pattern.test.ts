import { describe, expect, test } from "@jest/globals";
import { designWith, words } from "../testing/scene";
import { Pattern, patternOf } from "./pattern";
import { checkValues } from "./values";

describe("a pattern", () => {
  test.each([
    ["9?9:99", ["7:30", "19:05"], ["730", "7:3", "117:30"]],
    ["@x+", ["@fern", "@bed7", "@شجرة"], ["fern", "@", "@two words"]],
    ["aa-9+", ["ab-1", "Qü-2026"], ["a1-1", "ab-"]],
    ["\\9.", ["9."], ["3.", "9x"]],
    ["(x)", ["(7)"], ["7", "((7))"]],
  ])("%s takes what looks like it and nothing else", (pattern, good, bad) => {
    const expression = patternOf(pattern)!;
    for (const text of good) expect([text, expression.test(text)]).toEqual([text, true]);
    for (const text of bad) expect([text, expression.test(text)]).toEqual([text, false]);
  });
  test.each(["+x", "9++", "x?+", "x\\", "x+x+x+"])("%s is refused", (pattern) => {
    expect(Pattern.safeParse(pattern).success).toBe(false);
  });
  test("answers at once, however long the text is", () => {
    const started = performance.now();
    patternOf("x+ax+")!.test("9".repeat(500));
    // Only a pattern that tries every way out would take longer than this on any machine.
    expect(performance.now() - started).toBeLessThan(1000);
  });
});

const design = (field: object) =>
  designWith([words("t", "A")], { fields: [{ id: "f", label: "Time", sample: "7:30", required: true, ...field }] });
const codes = (field: object, value: string) =>
  checkValues(design(field), { fields: { f: value } }).map(({ code }) => code);

describe("written fields", () => {
  test("a line must look like its pattern, and says what that is", () => {
    expect(codes({ kind: "line", pattern: "9?9:99" }, "19:45")).toEqual([]);
    expect(codes({ kind: "line", pattern: "9?9:99" }, "late")).toEqual(["pattern"]);
    expect(checkValues(design({ kind: "line", pattern: "9?9:99" }), { fields: { f: "late" } })[0]!.message).toContain(
      "7:30",
    );
  });
  test("a text has lines, so many and no more; a line has none", () => {
    expect(codes({ kind: "text", lines: 2 }, "one\ntwo")).toEqual([]);
    expect(codes({ kind: "text", lines: 2 }, "one\ntwo\nthree")).toEqual(["lines"]);
    expect(codes({ kind: "line" }, "one\ntwo")).toEqual(["forbidden"]);
    expect(codes({ kind: "text" }, "one\u202etwo")).toEqual(["forbidden"]);
  });
  test("the time of a cue is a number within its limits", () => {
    const cue = { kind: "cue", cue: "go", default: 1, min: 0.5, max: 3, sample: undefined, required: undefined };
    const { sample: _, required: __, ...field } = cue;
    const d = designWith([words("t", "A")], {
      cues: [{ id: "go", name: "Go", at: 1 }],
      fields: [{ id: "f", label: "When", ...field }],
    });
    const found = (value: string) => checkValues(d, { fields: { f: value } }).map(({ code }) => code);
    expect([found("2.5"), found("9"), found("soon"), found("")]).toEqual([[], ["range"], ["range"], []]);
  });
});
