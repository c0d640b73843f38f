import { readFileSync } from "node:fs";
import { expect, test } from "@jest/globals";
import { parseDesign } from "@/core/document/upgrade";
import { mapBox } from "@/core/geometry/box";
import { prepareScene } from "@/core/scene";
import { fontBook, loadFace } from "@/render/fonts";
import { house } from "./house";

test("the document worked by hand in the format's description comes out as it says", async () => {
  const json = /```json\n([\s\S]*?)```/.exec(readFileSync("docs/format.md", "utf8"))![1]!;
  const parsed = parseDesign(JSON.parse(json));
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults));
  const request = { design: parsed.design, values: { fields: {} }, house, format: "wide" };
  const scene = await prepareScene(request, fontBook(), loadFace);
  const boxesAt = (timeS: number) =>
    scene.sample(timeS).ops.map((op) => {
      if (op.kind !== "fill" || op.fill.kind !== "plain") throw new Error("only plain fills are in the example");
      const box = mapBox(op.matrix, op.path.bounds);
      return [box.x, box.y, box.width, box.height].map((side) => Math.round(side * 100) / 100);
    });
  expect(boxesAt(2)).toEqual([
    [69, 891, 216, 162],
    [96, 918, 108, 108],
  ]);
  expect(boxesAt(0.25)[0]).toEqual([69, 891, 108, 162]);
  expect(scene.sample(3.75).key).toBe(scene.sample(0.25).key);
  const dot = scene.sample(2).ops[1]!;
  expect(dot.kind === "fill" && dot.fill).toEqual({ kind: "plain", colour: { r: 0xfb, g: 0xf6, b: 0xea, a: 1 } });
});
