import { describe, expect, test } from "@jest/globals";
import { designWith, words } from "../testing/scene";
import { looksLike, Pattern } from "./pattern";
import { parseDesign } from "./upgrade";
import { checkValues } from "./values";

const like = (example: string, more: object, text: string) => looksLike(Pattern.parse({ example, ...more }), text);

describe("a pattern", () => {
  test.each<[string, object, string[], string[]]>([
    ["12:30", {}, ["07:30", "19:05"], ["7:30", "1930", "19.05", "ab:cd"]],
    ["7:30", { lengths: "any" }, ["7:30", "19:05"], ["730", ":30", "7:3a"]],
    ["@fern", { lengths: "any", mixed: true }, ["@fern", "@bed7", "@7", "@شجرة"], ["fern", "@", "@two words"]],
    ["MQ-2026", { letters: "same" }, ["MQ-1999"], ["mq-1999", "AB-1999", "MQ-99"]],
    ["Qü-1", {}, ["Ab-7", "हि-3"], ["A-7"]],
    ["(1)", {}, ["(7)"], ["7", "((7))"]],
  ])("like “%s” %j takes what looks like it and nothing else", (example, more, good, bad) => {
    for (const text of good) expect([text, like(example, more, text)]).toEqual([text, true]);
    for (const text of bad) expect([text, like(example, more, text)]).toEqual([text, false]);
  });
  test("looks once at every sign of a text, however it is made", () => {
    let looked = 0;
    const text = {
      normalize: () => ({
        *[Symbol.iterator]() {
          for (let i = 0; i < 500; i++) {
            looked++;
            yield i % 2 ? "9" : "a";
          }
        },
      }),
    };
    looksLike(Pattern.parse({ example: "a9a9a9a9-", lengths: "any" }), text as unknown as string);
    expect(looked).toBe(500);
  });
  test("in signs, of a document of version 1, is read as an example", () => {
    const old = {
      ...design({ kind: "line" }),
      version: 1,
      fields: [
        { ...design({ kind: "line" }).fields[0], pattern: "@x+" },
        { ...design({ kind: "line" }).fields[0], id: "g", pattern: "99:\\9" },
      ],
    };
    const read = parseDesign(old);
    expect(read.ok && read.design.fields.map((field) => field.kind === "line" && field.pattern)).toEqual([
      { example: "@x", lengths: "any", letters: "any", mixed: true },
      { example: "99:9", lengths: "same", letters: "any", mixed: false },
    ]);
  });
});

const design = (field: object) =>
  designWith([words("t", "A")], { fields: [{ id: "f", label: "Time", sample: "7:30", required: true, ...field }] });
const codes = (field: object, value: string) =>
  checkValues(design(field), { fields: { f: value } }).map(({ code }) => code);

describe("written fields", () => {
  test("a line must look like its pattern, and says what that is", () => {
    expect(codes({ kind: "line", pattern: { example: "7:30", lengths: "any" } }, "19:45")).toEqual([]);
    expect(codes({ kind: "line", pattern: { example: "7:30", lengths: "any" } }, "late")).toEqual(["pattern"]);
    expect(
      checkValues(design({ kind: "line", pattern: { example: "7:30", lengths: "any" } }), { fields: { f: "late" } })[0]!
        .message,
    ).toContain("7:30");
  });
  test("a text has lines, so many and no more; a line has none", () => {
    expect(codes({ kind: "text", lines: 2 }, "one\ntwo")).toEqual([]);
    expect(codes({ kind: "text", lines: 2 }, "one\r\ntwo")).toEqual([]);
    expect(codes({ kind: "text", lines: 2 }, "one\ntwo\nthree")).toEqual(["lines"]);
    expect(codes({ kind: "line" }, "one\ntwo")).toEqual(["forbidden"]);
    expect(checkValues(design({ kind: "line" }), { fields: { f: "one\ntwo" } })[0]!.message).toContain("line break");
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
