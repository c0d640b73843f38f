import { describe, expect, test } from "@jest/globals";
import { Design } from "../document/design";
import { box, designWith, sceneOf, testHouse } from "../testing/scene";
import { markToShapes } from "./mark-shapes";
import { addTimeThing, outlineFacts, outlinePoints, outlineStarts, timeThings } from "./time-things";

describe("things that show the time", () => {
  test.each(timeThings)("“%s” works as it is put in, twice in one design", async (thing) => {
    const d = structuredClone(designWith([box("panel")]));
    const ids = addTimeThing(d, thing, testHouse);
    const more = addTimeThing(d, thing, testHouse);
    expect(new Set([...ids, ...more]).size).toBe(ids.length + more.length);
    expect(Design.safeParse(d).success).toBe(true);
    for (const format of ["wide", "tall"]) {
      const scene = await sceneOf(d, { fields: {}, lengthS: 8 }, format);
      const keys = [1.2, 3.5, 6.4].map((timeS) => scene.sample(timeS).key);
      expect(new Set(keys).size).toBe(thing === "clock" ? 1 : 3);
    }
  });
});

describe("an outline", () => {
  test.each(outlineStarts)("may start at the %s and run either way round the box", (start) => {
    for (const clockwise of [true, false]) {
      const points = outlinePoints(start, clockwise);
      expect(outlineFacts(points)).toEqual({ start, clockwise });
      expect(outlineFacts([...points, points[0]!])).toEqual({ start, clockwise });
      const area = points.reduce((sum, { x, y }, i) => {
        const next = points[(i + 1) % points.length]!;
        return sum + x * next.y - next.x * y;
      }, 0);
      expect(Math.sign(area)).toBe(clockwise ? 1 : -1);
      expect(Math.abs(area)).toBeCloseTo(2, 9);
    }
  });
  test("that is none round a box has no start", () => {
    expect(
      outlineFacts([
        { x: 0, y: 0.2 },
        { x: 1, y: 1 },
      ]),
    ).toBeUndefined();
  });
});

const sides = { width: { kind: "fixed", u: 20 }, height: { kind: "ratio", ratio: 2 } };

describe("markToShapes", () => {
  const withMark = () =>
    structuredClone(
      designWith(
        [
          { id: "logo", name: "Logo", kind: "picture", media: "mark:dot", ...sides },
          box("beside", { place: { on: "logo", from: { x: 1, y: 0 } } }),
        ],
        {
          fields: [
            {
              ...{ id: "which", kind: "mark", label: "Which", choices: ["dot"], default: "dot" },
              drives: [{ layer: "logo", property: "media" }],
            },
          ],
        },
      ),
    );
  test("gives each path of a mark a layer of its own, in a group that keeps its id and place", async () => {
    const d = withMark();
    const before = await sceneOf(d);
    const box = before.still.layers.find(({ layer }) => layer.id === "logo")!.box;
    expect(markToShapes(d, "logo", testHouse, box)).toEqual(["shape"]);
    expect(Design.safeParse(d).success).toBe(true);
    expect(d.layers.map(({ id, kind }) => [id, kind])).toEqual([
      ["logo", "group"],
      ["shape", "path"],
      ["beside", "rectangle"],
    ]);
    expect(d.fields[0]!.drives).toEqual([]);
    const after = await sceneOf(d);
    const place = (scene: typeof before, id: string) => scene.still.layers.find(({ layer }) => layer.id === id)!.box;
    expect(place(after, "beside")).toEqual(place(before, "beside"));
    expect(place(after, "shape")).toEqual(box);
  });
  test("leaves what shows no mark alone", () => {
    const d = withMark();
    expect(markToShapes(d, "beside", testHouse, { width: 1, height: 1 })).toEqual([]);
  });
});
