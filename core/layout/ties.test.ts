import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { standardFormats } from "../document/format";
import { IssueError } from "../issue";
import { box, boxOf, designWith, sceneOf, testHouse, words } from "../testing/scene";
import { clearBox } from "./zones";

const around = (layers: string[], more = {}) => ({ kind: "around", layers, before: 1, after: 1, ...more });
const under = (id: string) => ({ on: id, from: { x: 0, y: 1 }, dy: 1 });
const field = (id: string, layer: string) => ({
  kind: "line",
  id,
  label: id,
  sample: "Sample",
  drives: [{ layer, property: "text" }],
});

async function issueOf(layers: readonly unknown[]) {
  try {
    const scene = await sceneOf(designWith(layers));
    return scene.sample(1) && undefined;
  } catch (error) {
    if (error instanceof IssueError) return error.issue;
    throw error;
  }
}

describe("an absent layer", () => {
  const layers = [
    words("a", "", { showIf: { field: "one", is: "filled" } }),
    box("a-panel", { showIf: { field: "one", is: "filled" }, width: around(["a"]), height: around(["a"]) }),
    words("b", "", { showIf: { field: "two", is: "filled" }, place: under("a-panel") }),
    box("b-panel", { showIf: { field: "two", is: "filled" }, width: around(["b"]), height: around(["b"]) }),
    words("c", "Third", { place: under("b-panel") }),
  ];
  const design = designWith(layers, { fields: [field("one", "a"), field("two", "b")] });
  const top = async (fields: Record<string, string>) => boxOf(await sceneOf(design, { fields }), "c").y;

  test("takes its panel away, and the rest closes up", async () => {
    const both = await top({ one: "First", two: "Second" });
    const first = await top({ one: "First", two: "" });
    const none = await top({ one: "", two: "" });
    // Without the second, the third hangs below the first where the second would have hung.
    expect(first).toBeCloseTo(
      await sceneOf(design, { fields: { one: "First", two: "x" } }).then((s) => boxOf(s, "b").y),
      6,
    );
    expect(both).toBeGreaterThan(first);
    expect(first).toBeGreaterThan(none);
  });
});

test("panels of a group can share the widest size", async () => {
  const scene = await sceneOf(
    designWith([
      words("short", "Fern"),
      words("long", "Quillmere Botanic Garden", { place: { dy: 20 } }),
      box("p1", { width: around(["short"], { widest: ["p2"] }), height: around(["short"]) }),
      box("p2", { width: around(["long"], { widest: ["p1"] }), height: around(["long"]) }),
    ]),
  );
  expect(boxOf(scene, "p1").width).toBeCloseTo(boxOf(scene, "p2").width, 9);
  expect(boxOf(scene, "p1").width).toBeGreaterThan(boxOf(scene, "long").width);
});

describe("links", () => {
  const link = (more: object) => ({ kind: "sum", property: "dx", ...more });
  const barWidth = { name: "bar", of: "bar", read: "width" };

  test("set a property from arithmetic over other layers", async () => {
    const scene = await sceneOf(
      designWith([
        box("bar", { width: { kind: "fixed", u: 30 } }),
        box("a", { links: [link({ sources: [barWidth], sum: "bar / 2 + 1" })] }),
      ]),
    );
    expect(boxOf(scene, "a").x).toBeCloseTo(16, 1);
  });
  test("map one range to another, and hold at its ends", async () => {
    const wide = (format: string) =>
      sceneOf(
        designWith([
          words("t", "Fern", {
            links: [
              {
                kind: "range",
                property: "size",
                source: { of: "format", read: "width" },
                from: [100, 160],
                to: [4, 10],
              },
            ],
          }),
        ]),
        undefined,
        format,
      );
    const sizes = await Promise.all(["square", "wide"].map(async (f) => boxOf(await wide(f), "t").height));
    expect(sizes[1]! / sizes[0]!).toBeCloseTo(2.5, 6);
  });
  test("name the layer of a wrong sum and of a circle", async () => {
    const wrong = box("a", { links: [link({ sources: [barWidth], sum: "bar +" })] });
    expect(await issueOf([box("bar"), wrong])).toMatchObject({ code: "sum_broken", layer: "a", property: "dx" });
    const zero = box("a", { links: [link({ sources: [barWidth], sum: "1 / (bar - bar)" })] });
    expect(await issueOf([box("bar"), zero])).toMatchObject({ code: "sum_broken", layer: "a" });
    const own = { name: "me", of: "a", read: "width" };
    const round = box("a", { links: [link({ property: "width", sources: [own], sum: "me" })] });
    expect(await issueOf([round])).toMatchObject({ code: "layout_loop" });
  });
});

test("the clear area leaves out what an app lays over the picture", () => {
  const format = {
    ...standardFormats[3]!,
    keepClear: [
      { name: "Right", x: 0.8, y: 0.3, width: 0.2, height: 0.5 },
      { name: "Foot", x: 0, y: 0.9, width: 1, height: 0.1 },
    ],
  };
  const whole = { x: 5, y: 9, width: 90, height: 160 };
  expect(clearBox(format, whole)).toEqual({ x: 5, y: 9, width: 75, height: expect.closeTo(151, 6) });
});

test("text outside the safe area or under an app's own things is named", async () => {
  const house = {
    ...testHouse,
    formats: [{ ...testHouse.formats[0]!, keepClear: [{ name: "Corner", x: 0.8, y: 0, width: 0.2, height: 0.3 }] }],
  };
  const design = designWith(
    [words("out", "Fern", { place: { dx: 1, dy: 50 } }), words("under", "Moss", { place: { dx: 150, dy: 12 } })],
    { formats: ["wide"] },
  );
  const { issues } = await sceneOf(design, { fields: {} }, "wide", house);
  expect(issues).toEqual([
    { code: "outside_safe", layer: "out" },
    { code: "in_keep_clear", layer: "under", zone: "Corner" },
  ]);
});

describe("any valid document", () => {
  const u = fc.double({ min: 0, max: 90, noNaN: true });
  const earlier = (i: number) =>
    i === 0 ? fc.constantFrom("format", "title-safe") : fc.nat(i - 1).map((n) => `l${n}`);
  const size = (i: number) =>
    fc.oneof(
      u.map((value) => ({ kind: "fixed", u: value })),
      fc.record({ kind: fc.constant("share"), of: earlier(i), share: fc.double({ min: 0, max: 2, noNaN: true }) }),
      ...(i > 0 ? [fc.nat(i - 1).map((n) => around([`l${n}`]))] : []),
    );
  const layer = (i: number) =>
    fc.record({
      id: fc.constant(`l${i}`),
      name: fc.constant(`l${i}`),
      kind: fc.constantFrom("rectangle", "ellipse", "ring", "star", "text"),
      width: size(i),
      height: size(i),
      place: fc.record({ on: earlier(i), dx: u, dy: u }),
      turn: fc.double({ min: -90, max: 90, noNaN: true }),
    });
  const finished = (raw: Record<string, unknown>) =>
    raw.kind === "text" ? { ...raw, text: "Fern", setting: { type: "body" }, fill } : { ...raw, fill };
  const fill = { kind: "plain", colour: "house:dark" };
  const documents = fc
    .integer({ min: 1, max: 9 })
    .chain((n) => fc.tuple(...Array.from({ length: n }, (_, i) => layer(i))));

  test("gets finite boxes, the same each time and whatever the order of its layers", async () => {
    await fc.assert(
      fc.asyncProperty(documents, fc.constantFrom("wide", "tall"), async (raw, format) => {
        const layers = raw.map(finished);
        const first = await sceneOf(designWith(layers), undefined, format);
        const again = await sceneOf(designWith([...layers].reverse()), undefined, format);
        for (const { id } of raw) {
          const found = boxOf(first, id);
          expect(Object.values(found).every(Number.isFinite)).toBe(true);
          expect(boxOf(again, id)).toEqual(found);
        }
        expect(JSON.stringify(first.sample(1).ops)).not.toMatch(/null|NaN/);
      }),
      { numRuns: 60 },
    );
  });
});
