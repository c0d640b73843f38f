import { createCanvas, loadImage } from "@napi-rs/canvas";
import { describe, expect, test } from "@jest/globals";
import { House } from "@/core/document/house";
import type { CutLine } from "@/core/document/vector";
import { cutMark } from "@/core/edit/mark-pieces";
import { designWith, testHouse } from "@/core/testing/scene";
import { makeFrame } from "./still";

/* The pieces of a mark, painted together, are the mark: no light line, no double edge, at any size. */

const line = (bent: boolean, ...points: readonly (readonly [number, number])[]): CutLine => ({
  bent,
  points: points.map(([x, y]) => ({ x, y })),
});
const cuts: Readonly<Record<string, readonly CutLine[]>> = {
  straight: [line(false, [0.31, -0.1], [0.73, 1.1])],
  level: [line(false, [0, 0.437], [1, 0.437])],
  bent: [line(true, [0.1, 0.2], [0.5, 0.62], [0.62, 0.3], [1, 0.8])],
  crossing: [line(false, [0.2, 0], [0.8, 1]), line(true, [1, 0.3], [0.5, 0.5], [0, 0.45])],
};
const drawing = {
  width: 200,
  height: 160,
  shapes: [
    { d: "M20 10H180V150H20Z", colour: "#2c5a3fff" },
    { d: "M100 20A60 60 0 1 1 99.9 20Z", colour: "#e9c46aff" },
    { d: "M30 30L170 130", colour: "#ffffff80", stroke: { width: 14, cap: "round", join: "round", dash: [] } },
  ],
};
const hash = "a".repeat(64);
async function rasterMark(): Promise<Uint8Array> {
  const canvas = createCanvas(400, 320);
  const context = canvas.getContext("2d");
  context.fillStyle = "#7b2d43";
  context.beginPath();
  context.ellipse(200, 160, 180, 130, 0.3, 0, 7);
  context.fill();
  context.fillStyle = "rgba(233, 196, 106, 0.6)";
  context.fillRect(120, 90, 160, 140);
  return canvas.encode("png");
}
const picture = {
  from: { hash, width: 400, height: 320 },
  at: { x: 0, y: 0 },
  recipe: { ink: false, trim: true },
  ...{ hash, width: 400, height: 320 },
};

async function pixels(house: House, media: readonly string[], widthPx: number): Promise<Uint8ClampedArray> {
  const whole = { kind: "share", of: "format", share: 0.9 };
  const layers = [
    {
      ...{ id: "all", name: "All", kind: "group", width: { kind: "fixed", u: 90 }, height: { kind: "fixed", u: 80 } },
      place: { at: { x: 0.5, y: 0.5 }, from: { x: 0.5, y: 0.5 }, dx: 0.37, dy: -0.21 },
    },
    ...media.map((id, i) => ({
      ...{ id: `p${i}`, name: "P", kind: "picture", in: "all", media: `mark:${id}` },
      ...{ width: { ...whole, of: "group" }, height: { ...whole, of: "group" }, place: { on: "group" } },
      ...(i > 0 && { blend: "add" }),
    })),
  ];
  const scene = { design: designWith(layers), values: { fields: {} }, house, format: "square" };
  const png = await makeFrame({ scene, widthPx, loadPicture: rasterMark });
  const image = await loadImage(png);
  const context = createCanvas(image.width, image.height).getContext("2d");
  context.drawImage(image, 0, 0);
  return context.getImageData(0, 0, image.width, image.height).data;
}
describe.each([
  ["a drawing", { drawing }],
  ["a picture", { picture }],
])("pieces of %s", (_, shown) => {
  test.each([
    ...Object.keys(cuts).flatMap((name) => [64, 512].map((size) => [name, size] as const)),
    ["crossing", 2000] as const,
  ])("of a %s cut come to the whole at %i px", async (name, size) => {
    const house = House.parse({ ...testHouse, marks: [{ id: "whole", name: "Whole", ...shown }] });
    const lines = cuts[name]!;
    const sides = lines.length === 1 ? ["l", "r"] : ["ll", "lr", "rl", "rr"];
    cutMark(house, "whole", lines, new Map(sides.map((one) => [one, 1])));
    const parts = House.parse(house).marks.filter((mark) => mark.piece);
    expect(parts.length).toBe(sides.length);
    const together = await pixels(
      house,
      parts.map(({ id }) => id),
      size,
    );
    const whole = await pixels(house, ["whole"], size);
    let most = 0;
    for (let at = 0; at < whole.length; at += 4) {
      const [a, b] = [whole[at + 3]!, together[at + 3]!];
      most = Math.max(most, Math.abs(a - b));
      for (let c = 0; c < 3; c++) most = Math.max(most, Math.abs(whole[at + c]! * a - together[at + c]! * b) / 255);
    }
    expect(most).toBeLessThanOrEqual(1);
    // One alone is less than all of it.
    const alone = await pixels(house, [parts[0]!.id], size);
    expect(Buffer.compare(Buffer.from(alone), Buffer.from(whole))).not.toBe(0);
  });
});
