import { describe, expect, test } from "@jest/globals";
import { NodeHost } from "./node-host";
import { box, designWith, sceneOf, testHouse, words } from "@/core/testing/scene";
import { findingsOf, sceneIssues } from "@/core/checks/findings";

const host = new NodeHost();
const issuesOf = async (colour: string, more: object = {}) => {
  const text = words("name", "Ada", { place: { on: "panel", dx: 2, dy: 2 }, fill: { kind: "plain", colour }, ...more });
  const panel = box("panel", {
    place: { on: "title-safe", dx: 10, dy: 10 },
    height: { kind: "fixed", u: 14 },
    width: { kind: "fixed", u: 40 },
  });
  return sceneIssues(await sceneOf(designWith([panel, text])), host);
};

describe("contrast of text", () => {
  test("is measured on what is painted behind it", async () => {
    expect(await issuesOf("house:light")).toEqual([]);
    const [issue] = await issuesOf("#203040ff");
    expect(issue).toMatchObject({ code: "contrast_low", layer: "name", needed: 3 });
    expect((issue as { ratio: number }).ratio).toBeLessThan(1.5);
  });
  test("needs more for small text", async () => {
    const grey = "#7a7f84ff";
    expect(await issuesOf(grey)).toEqual([]);
    expect(await issuesOf(grey, { setting: { type: "body", size: 2.4 } })).toMatchObject([
      { code: "contrast_low", needed: 4.5 },
    ]);
  });
  test("is not judged where the text stands on the footage itself", async () => {
    expect(await issuesOf("#203040ff", { place: { on: "title-safe", dx: 10, dy: 60 } })).toEqual([]);
  });
});

test("pictures with fewer pixels than their place are found", async () => {
  const picture = { id: "p", name: "P", hash: "b".repeat(64), width: 100, height: 100 };
  const slot = {
    ...box("slot", {
      kind: "picture",
      media: "picture:p",
      width: { kind: "fixed", u: 30 },
      height: { kind: "fixed", u: 30 },
    }),
    fill: undefined,
  };
  const { fill: _, ...layer } = slot;
  const scene = await sceneOf(designWith([layer]), { fields: {} }, "wide", { ...testHouse, pictures: [picture] });
  expect(sceneIssues(scene, host)).toMatchObject([{ code: "media_small", times: expect.closeTo(3.24, 2) }]);
});

test("findingsOf lists one finding once for all its formats, what stops first", () => {
  const design = designWith([box("a")]);
  const safe = { code: "outside_safe", layer: "a" } as const;
  const found = findingsOf(design, [
    { format: "wide", issues: [safe] },
    { format: "tall", issues: [safe, { code: "text_cut", layer: "a" }] },
  ]);
  expect(found.map(({ severity, formats }) => [severity, formats])).toEqual([
    ["stop", ["tall"]],
    ["warn", ["wide", "tall"]],
  ]);
});

test("a field that must be filled in and starts with its sample is found once, in all formats", () => {
  const field = (more: object) => ({ id: "f", kind: "line", label: "Name", sample: "Ada", required: true, ...more });
  const found = (more: object) => {
    const design = designWith([words("name", "Ada")], { fields: [field(more)] });
    return findingsOf(
      design,
      ["wide", "tall"].map((format) => ({ format, issues: [] })),
    );
  };
  expect(found({ default: "Ada" })).toMatchObject([{ severity: "warn", formats: ["wide", "tall"] }]);
  expect(found({ default: "Ada " })[0]!.message).toContain("Name");
  expect(found({ default: "" })).toEqual([]);
  expect(found({ default: "Ada", required: false })).toEqual([]);
});
