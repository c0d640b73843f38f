import { describe, expect, test } from "@jest/globals";
import { NodeHost } from "./node-host";
import { box, designWith, sceneOf, testHouse, words } from "@/core/testing/scene";
import { findingsOf, openStops } from "@/core/checks/findings";
import { wrongShapes } from "@/core/checks/media-shape";
import { smallMedia } from "@/core/checks/media-small";
import { textContrast } from "@/core/checks/text-contrast";
import { foundIn } from "./checks";

const host = new NodeHost();
const issuesOf = async (colour: string, more: object = {}) => {
  const text = words("name", "Ada", { place: { on: "panel", dx: 2, dy: 2 }, fill: { kind: "plain", colour }, ...more });
  const panel = box("panel", {
    place: { on: "title-safe", dx: 10, dy: 10 },
    height: { kind: "fixed", u: 14 },
    width: { kind: "fixed", u: 40 },
  });
  return textContrast(await sceneOf(designWith([panel, text])), host);
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
  expect(smallMedia(scene.still)).toMatchObject([{ code: "media_small", times: expect.closeTo(3.24, 2) }]);
});

test("pictures that fill a place of another shape are found once most of them is cut away", async () => {
  const found = async (width: number, height: number, fit = "cover") => {
    const picture = { id: "p", name: "P", hash: "b".repeat(64), width: 2000, height: 1000 };
    const sides = { width: { kind: "fixed", u: width }, height: { kind: "fixed", u: height } };
    const { fill: _, ...layer } = box("slot", { kind: "picture", media: "picture:p", framing: { fit }, ...sides });
    const design = designWith([layer]);
    const scene = await sceneOf(design, { fields: {} }, "wide", { ...testHouse, pictures: [picture] });
    return wrongShapes(scene.still);
  };
  expect(await found(15, 30)).toMatchObject([{ code: "media_shape", layer: "slot", share: expect.closeTo(0.75, 5) }]);
  expect(await found(20, 30)).toEqual([]);
  expect(await found(10, 10)).toEqual([]);
  expect(await found(20, 30, "contain")).toEqual([]);
});

describe("the runner of checks", () => {
  const field = { id: "who", kind: "line", label: "Who", sample: "Ada", drives: [{ layer: "name", property: "text" }] };
  const place = { on: "panel", dx: 2, dy: 2 };
  const panel = box("panel", { place: { on: "title-safe" }, width: { kind: "fixed", u: 40 } });
  const design = (more: object) =>
    designWith([panel, words("name", "", { place, setting: { type: "body", maxWidth: 30 }, ...more })], {
      fields: [field],
    });
  const noFiles = async () => Promise.reject(new Error("no files here"));
  const found = async (who: string, more: object = {}) => {
    const of = design(more);
    const request = { design: of, values: { fields: { who } }, house: testHouse };
    return findingsOf(of, await foundIn(request, ["wide", "tall"], noFiles, "row"));
  };
  test("finds what a filled-in row does wrong: cut, without glyphs, unreadable, outside the safe area", async () => {
    expect(await found("Ada")).toEqual([]);
    expect(await found("Maximilian Quartermaine of the Upper Orchard")).toMatchObject([
      { id: "text_cut:name:", severity: "stop", formats: ["wide", "tall"] },
    ]);
    expect((await found("Ada 漢"))[0]).toMatchObject({ id: "glyph_missing:name:", severity: "stop" });
    expect((await found("Ada", { fill: { kind: "plain", colour: "house:dark" } }))[0]!.id).toBe("contrast_low:name:");
    expect((await found("Ada", { place: { on: "format" } }))[0]!.id).toBe("outside_safe:name:");
  });
  test("is stopped by what nobody gave a reason for, and by nothing else", async () => {
    const cut = await found("Maximilian Quartermaine of the Upper Orchard");
    expect(openStops(cut, []).length).toBe(1);
    expect(openStops(cut, [{ check: "text_cut:name:" }])).toEqual([]);
    const gone = await found("Ada", { fill: { kind: "plain", colour: "house:gone" } });
    expect(
      openStops(
        gone,
        gone.map(({ id }) => ({ check: id })),
      ).length,
    ).toBe(1);
    expect(openStops(await found("Ada", { place: { on: "format" } }), [])).toEqual([]);
  });
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

test("a field that must be filled in and starts with its sample is found once, in all formats", async () => {
  const field = (more: object) => ({ id: "f", kind: "line", label: "Name", sample: "Ada", required: true, ...more });
  const found = async (more: object) => {
    const design = designWith([words("name", "Ada")], { fields: [field(more)] });
    const request = { design, values: { fields: {} }, house: testHouse };
    const noFiles = async () => Promise.reject(new Error("no files here"));
    const all = findingsOf(design, await foundIn(request, ["wide", "tall"], noFiles, "design"));
    return all.filter(({ id }) => id.startsWith("sample_left"));
  };
  expect(await found({ default: "Ada" })).toMatchObject([{ severity: "warn", formats: ["wide", "tall"] }]);
  expect((await found({ default: "Ada " }))[0]!.message).toContain("Name");
  expect(await found({ default: "" })).toEqual([]);
  expect(await found({ default: "Ada", required: false })).toEqual([]);
});
