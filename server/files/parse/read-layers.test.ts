import { expect, test } from "@jest/globals";
import { stillOf } from "@/core/package/drawn";
import { prepareScene } from "@/core/scene";
import { loadFace } from "@/core/testing/scene";
import { opsBounds } from "@/core/sample/bounds";
import { bundledFonts } from "@/core/type/catalogue";
import { FontBook } from "@/core/type/font-book";
import { readLayers, readPanels } from "./read-layers";

const layered = `<svg xmlns="http://www.w3.org/2000/svg" xmlns:inkscape="x" viewBox="0 0 1920 1080">
  <defs><clipPath id="c"><path d="M100 800h300v100h-300z"/></clipPath></defs>
  <g id="all" transform="translate(10 0)">
    <g inkscape:label="Back panel"><rect x="90" y="800" width="600" height="160" fill="#14342b"/></g>
    <g id="accent_bar" clip-path="url(#c)"><rect x="90" y="780" width="40" height="200" fill="#f4c64e"/></g>
    <g id="empty"/>
    <path d="M700 800h50v50h-50z"/>
  </g>
</svg>`;

test("topmost groups become layers under their own names, each cut to its ink and where it was", () => {
  const drawn = readLayers(layered, "A strap");
  expect(drawn).toMatchObject({ width: 1920, height: 1080 });
  expect(drawn.panels.map(({ name }) => name)).toEqual(["Back panel", "accent bar", "Shape 4"]);
  const [back, accent] = drawn.panels;
  expect(back!.box).toMatchObject({ x: 99, y: 799, width: 602, height: 162 });
  expect(back!.drawing.shapes[0]!.d).toMatch(/^M1 1/);
  expect(accent!.drawing.shapes[0]!.mattes).toHaveLength(1);
});

test("the still of a drawing shows it whole in every format, each layer where it was", async () => {
  const { design, house } = stillOf(readLayers(layered, "A strap"));
  expect(design.layers.map(({ name }) => name)).toEqual(["Drawing", "Back panel", "accent bar", "Shape 4"]);
  for (const format of ["wide", "tall"]) {
    const request = { design, values: { fields: {} }, house, format };
    const scene = await prepareScene(request, new FontBook(bundledFonts), loadFace);
    const { x, y, width } = opsBounds(scene.sample(2).ops);
    const scale = format === "wide" ? 1 : 1080 / 1920;
    const top = format === "wide" ? 0 : (1920 - 1080 * scale) / 2;
    expect(x).toBeCloseTo(100 * scale, 0);
    expect(y).toBeCloseTo(top + 800 * scale, 0);
    expect(width).toBeCloseTo(660 * scale, 0);
  }
});

test("panels of several files lie on the largest canvas; what can’t be taken is refused in words", () => {
  const svg = (side: number) => `<svg viewBox="0 0 ${side} ${side}"><rect width="${side / 2}" height="10"/></svg>`;
  const drawn = readPanels(
    [
      { name: "Back", text: svg(100) },
      { name: "Front", text: svg(400) },
    ],
    "Panels",
  );
  expect(drawn).toMatchObject({ width: 400, height: 400, panels: [{ name: "Back" }, { name: "Front" }] });
  expect(() => readLayers("<svg viewBox='0 0 9 9'><script/></svg>", "x")).toThrow(
    /^This SVG can’t be used: .*script.*\.$/,
  );
  expect(() => readLayers("<svg viewBox='0 0 9 9'><g/></svg>", "x")).toThrow("nothing in it is drawn");
});
