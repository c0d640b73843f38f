import { expect, test } from "@jest/globals";
import { Layer } from "@/core/document/layer";
import { TypeStyle } from "@/core/document/text";
import { ownType, sizeIn } from "./own-type";

const heights = { ascent: 0.96, descent: 0.24, cap: 0.7 };
const style = TypeStyle.parse({ family: "Any", size: 5, leading: 1.2 });
const layer = (setting: object) =>
  Layer.parse({
    ...{ id: "a", name: "A", kind: "text", text: "A", fill: { kind: "plain", colour: "#ffffffff" } },
    setting: { type: "name", ...setting },
  }) as Extract<Layer, { kind: "text" }>;

test("the size is read off the height of the box, whichever way the text came to fit", () => {
  expect(sizeIn(6, style, heights, 1)).toBeCloseTo(5);
  // Shrunk to fit, one line or two.
  expect(sizeIn(3.6, style, heights, 1)).toBeCloseTo(3);
  expect(sizeIn(12, style, heights, 3)).toBeCloseTo(5);
  expect(sizeIn(9.6, style, heights, 3)).toBeCloseTo(4);
  expect(sizeIn(0.7 * 4, { ...style, box: "cap" }, heights, 1)).toBeCloseTo(4);
  // A box that is higher than its words says nothing.
  expect(sizeIn(40, style, heights, 1)).toBe(5);
});

test("letters lie on the base line that the stage has painted them on", () => {
  const css = (box: "line" | "cap", height: number) =>
    ownType(layer({}), { ...style, box }, heights, { width: 30, height }, 10);
  const base = ({ marginTop, fontSize, lineHeight }: ReturnType<typeof css>) => {
    const size = Number(fontSize);
    return Number(marginTop) + (parseFloat(String(lineHeight)) - 1.2 * size) / 2 + heights.ascent * size;
  };
  expect(base(css("line", 6))).toBeCloseTo(0.96 * 50);
  expect(base(css("cap", 3.5))).toBeCloseTo(0.7 * 50);
});
