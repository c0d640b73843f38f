import { describe, expect, test } from "@jest/globals";
import type { Issue } from "@/core/issue";
import { box, designWith, words } from "@/core/testing/scene";
import type { PreparedFormat } from "@/ui/stage/protocol";
import type { StageState } from "@/ui/stage/view";
import { findingsOnStage, notesByField } from "./notes";

const field = (id: string, layer: string) => ({
  ...{ kind: "line", id, label: id, sample: "x" },
  drives: [{ layer, property: "text" }],
});
const design = designWith([words("title", ""), box("panel")], { fields: [field("name", "title")] });
const ready = (...formats: [string, Issue[]][]): StageState => ({
  kind: "ready",
  formats: formats.map(([name, issues]) => ({ format: { id: name, name }, issues }) as unknown as PreparedFormat),
});
const formats = ["Wide", "Square", "Tall"].map((name) => ({ id: name, name }));
const noted = (stage: StageState, visited: string[] = [], faults: Parameters<typeof notesByField>[0] = []) =>
  notesByField(faults, findingsOnStage(design, stage), formats, new Set(visited));
const cut: Issue = { code: "text_cut", layer: "title" };

describe("notesByField", () => {
  test("puts what layout found at the field that fills the layer, with the formats it is about", () => {
    const { fields } = noted(ready(["Wide", []], ["Tall", [cut]], ["Square", [cut]]));
    expect(fields.get("name")).toMatchObject([
      { weight: "stop", text: expect.stringMatching(/is cut.*\(Square, Tall\)$/) },
    ]);
    expect(fields.get("name")![0]!.finding).toMatchObject({ id: "text_cut:title:", layer: "title", field: "name" });
  });
  test("tells nobody off for a field they have not reached, but always for what they typed", () => {
    const needed = { field: "name", code: "required", message: "Name is needed." } as const;
    const long = { field: "name", code: "long", message: "Too long." } as const;
    const texts = (visited: string[], fault: Parameters<typeof notesByField>[0][number]) =>
      (noted(ready(), visited, [fault]).fields.get("name") ?? []).map(({ text }) => text);
    expect(texts([], needed)).toEqual([]);
    expect(texts(["name"], needed)).toEqual(["Name is needed."]);
    expect(texts([], long)).toEqual(["Too long."]);
  });
  test("puts a clip that is too short at its length, and what no field causes below all", () => {
    const short: Issue = { code: "clip_too_short", factor: 0.5 };
    const gone: Issue = { code: "glyph_missing", layer: "panel", characters: ["x"] };
    const { fields, others } = noted(ready(["Wide", [short, gone]]));
    expect(fields.get("length")![0]!.weight).toBe("warn");
    expect(others.length).toBe(1);
  });
  test("says what is wrong with a design that cannot be shown, by the names people know", () => {
    const issue: Issue = { code: "reference_unknown", layer: "panel", reference: "ghost" };
    const { others } = noted({ kind: "fault", issue });
    expect(others[0]!.text).toMatch(/“panel” is anchored to “ghost”/);
  });
});
