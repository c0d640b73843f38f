import { bind } from "@/core/bind/bind";
import { Design } from "@/core/document/design";
import type { Layer } from "@/core/document/layer";
import { layout } from "@/core/layout/layout";
import { facesWanted } from "@/core/layout/layout";
import { house } from "@/demo/house";
import { fontBook, loadFace } from "@/render/fonts";
import { median, round, secondsOf, type Measurement } from "./measure";

/** A column of panels, each fitted around a text and hung below the one before it. */
export function manyLayers(count: number): Design {
  const layers: unknown[] = [];
  for (let i = 0; i < count / 2; i++) {
    const on = i % 20 === 0 ? "format" : `t${i - 1}`;
    layers.push(
      {
        id: `p${i}`,
        name: `Panel ${i}`,
        kind: "rectangle",
        width: { kind: "around", layers: [`t${i}`], before: 1, after: 1 },
        height: { kind: "around", layers: [`t${i}`], before: 1, after: 1 },
        fill: { kind: "plain", colour: "house:fern" },
      },
      {
        id: `t${i}`,
        name: `Text ${i}`,
        kind: "text",
        text: `Bed ${i} of the fern house`,
        setting: { type: "role" },
        fill: { kind: "plain", colour: `pair:p${i}` },
        place: { on, from: { x: 0, y: on === "format" ? 0 : 1 }, dx: 0.5, dy: 1 },
      },
    );
  }
  return Design.parse({
    version: 2,
    id: "many",
    name: "Many layers",
    formats: ["wide", "square", "portrait", "tall"],
    length: { default: 4, min: 1, max: 20 },
    layers: layers as Layer[],
  });
}

async function layoutSeconds(design: Design, format: string): Promise<number> {
  const bound = bind(design, { fields: {} }, house, format);
  const book = fontBook();
  for (const face of facesWanted(bound, book)) if (!book.has(face.id)) book.add(face.id, await loadFace(face.id));
  return secondsOf(() => layout(bound, book));
}

/** How laying out grows with the number of layers, and a usual design in all its formats. */
export async function measureLayout(): Promise<Measurement[]> {
  const designs = new Map([10, 60, 100, 1000].map((count) => [count, manyLayers(count)]));
  const medianOf = async (count: number, runs: number): Promise<number> => {
    const taken: number[] = [];
    for (let i = 0; i < runs; i++) taken.push(await layoutSeconds(designs.get(count)!, "wide"));
    return median(taken);
  };
  for (let i = 0; i < 3; i++) await medianOf(1000, 1); // warm
  const hundred = await medianOf(100, 15);
  const thousand = await medianOf(1000, 5);
  const four: number[] = [];
  for (let i = 0; i < 7; i++) {
    let sum = 0;
    for (const format of ["wide", "square", "portrait", "tall"]) sum += await layoutSeconds(designs.get(60)!, format);
    four.push(sum);
  }
  return [
    {
      name: "layout of 1,000 layers ÷ 10 × layout of 100",
      value: round(thousand / (10 * hundred)),
      unit: "ratio",
      target: { is: "at most", value: 1.3 },
      detail: { thousandMs: round(thousand * 1000), hundredMs: round(hundred * 1000) },
    },
    {
      name: "layout of 60 layers in four formats",
      value: round(median(four) * 1000),
      unit: "ms",
      detail: { tenLayersMs: round((await medianOf(10, 15)) * 1000) },
    },
  ];
}
