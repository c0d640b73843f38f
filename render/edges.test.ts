import { describe, expect, test } from "@jest/globals";
import { shapeKindNames, type ShapeKind } from "@/core/document/layer";
import type { Format } from "@/core/document/format";
import { sample } from "@/core/sample/picture";
import { box, designWith, sceneOf, words } from "@/core/testing/scene";
import { FramePainter } from "./frame";
import { NodeHost } from "./node-host";

/* What lies at an edge: of the format, of a matte, of a group, of half-clear things; and its mirror image. */

interface Pixels {
  readonly width: number;
  readonly height: number;
  at(x: number, y: number): readonly [r: number, g: number, b: number, a: number];
}

async function painted(layers: readonly unknown[], timeS = 2, more: Record<string, unknown> = {}): Promise<Pixels> {
  const design = designWith(layers, more);
  const { still, table } = await sceneOf(design);
  const format = still.format as Format;
  const { width, height } = format;
  const data = new FramePainter({ x: 0, y: 0, width, height }, new NodeHost()).rgba(sample(still, table, timeS));
  return { width, height, at: (x, y) => [0, 1, 2, 3].map((c) => data[(y * width + x) * 4 + c]!) as never };
}
const u = 10.8;
const fixed = (width: number, height: number, dx = 0, dy = 0) => ({
  ...{ width: { kind: "fixed", u: width }, height: { kind: "fixed", u: height } },
  place: { dx, dy },
});
const plain = (colour: string) => ({ fill: { kind: "plain", colour } });
const group = (id: string, more: object = {}) => ({ id, name: id, kind: "group", ...fixed(100, 100), ...more });

describe("edges", () => {
  test("a blurred layer larger than the format covers all of it", async () => {
    const { at, width, height } = await painted([box("a", { ...fixed(300, 200, -40, -40), blur: 8 })]);
    for (const [x, y] of [
      [0, 0],
      [width - 1, 0],
      [0, height - 1],
      [width >> 1, height - 1],
    ] as const) {
      expect(at(x, y)[3]).toBe(255);
    }
  });
  test("a blur does not fade at the edge of its matte, nor at that of a clipping group", async () => {
    const blurred = { ...fixed(120, 80, 0, 0), blur: 6 };
    const hole = box("hole", { ...fixed(20, 20, 40, 30), matteOnly: true });
    const matted = await painted([hole, box("a", { ...blurred, mattes: [{ by: "shape", layer: "hole" }] })]);
    expect(matted.at(Math.round(40 * u) + 2, Math.round(40 * u))[3]).toBe(255);
    expect(matted.at(Math.round(40 * u) - 2, Math.round(40 * u))[3]).toBe(0);
    const clipped = await painted([
      group("g", { ...fixed(20, 20, 40, 30), clip: true }),
      box("a", { ...blurred, in: "g" }),
    ]);
    expect(clipped.at(Math.round(40 * u) + 2, Math.round(40 * u))[3]).toBe(255);
  });
  test("what stands outside the picture casts its shadow into it", async () => {
    const shadow = { dx: 20, dy: 0, softness: 0, colour: "#000000ff" };
    const { at } = await painted([box("a", { ...fixed(12, 40, -14, 30), shadow })]);
    expect(at(Math.round(12 * u), Math.round(50 * u))[3]).toBe(255);
    expect(at(Math.round(30 * u), Math.round(50 * u))[3]).toBe(0);
  });
});

describe("half-clear mattes", () => {
  test.each([
    ["its colour", { ...plain("#ffffff80") }],
    ["its opacity", { opacity: 128 / 255 }],
  ])("by alpha cut by half, through %s, also where they cover the layer", async (_, look) => {
    const cover = box("m", { ...fixed(90, 60, 10, 10), matteOnly: true, ...look });
    const { at } = await painted([
      cover,
      box("a", { ...fixed(20, 20, 40, 30), mattes: [{ by: "alpha", layer: "m" }] }),
    ]);
    expect(Math.abs(at(540, 430)[3] - 128)).toBeLessThanOrEqual(1);
  });
  test("by alpha let through as much as they have faded in", async () => {
    const fade = { moves: [{ id: "f", kind: "fade", phase: "arrive", length: 1, ease: "linear" }] };
    const cover = box("m", { ...fixed(90, 60, 10, 10), matteOnly: true, ...fade });
    const { at } = await painted(
      [cover, box("a", { ...fixed(20, 20, 40, 30), mattes: [{ by: "alpha", layer: "m" }] })],
      0.25,
    );
    expect(Math.abs(at(540, 430)[3] - 64)).toBeLessThanOrEqual(1);
  });
});

test("a group with a blended layer looks the same just before and after its fade ends", async () => {
  const inside = (opacity: number) => [
    box("below", { ...fixed(60, 60, 0, 0), ...plain("#d0c040ff") }),
    group("g", { opacity }),
    box("one", { in: "g", ...fixed(30, 30, 10, 10), ...plain("#40c0d0ff") }),
    box("two", { in: "g", ...fixed(30, 30, 20, 20), ...plain("#d040c0ff"), blend: "multiply" }),
  ];
  const [whole, nearly] = [await painted(inside(1)), await painted(inside(0.999))];
  for (const [x, y] of [
    [150, 150],
    [300, 300],
    [500, 500],
  ] as const) {
    whole.at(x, y).forEach((level, c) => expect(Math.abs(level - nearly.at(x, y)[c]!)).toBeLessThanOrEqual(1));
  }
  // Where the blended layer has nothing of its own group below it, it is laid plainly.
  expect(whole.at(500, 500).slice(0, 3)).toEqual([0xd0, 0x40, 0xc0]);
});

test("a blended layer that moves keeps its look under motion blur", async () => {
  const slide = { id: "s", kind: "slide", phase: "arrive", length: 1, ease: "linear" };
  const layers = [
    box("below", { ...fixed(170, 90), ...plain("#d0c040ff") }),
    box("over", { ...fixed(60, 60, 20, 20), ...plain("#d040c0ff"), blend: "multiply", moves: [slide] }),
  ];
  const [blurred, sharp] = [await painted(layers, 0.5, { motionBlur: { angle: 180 } }), await painted(layers, 0.5)];
  expect(blurred.at(400, 500)).toEqual(sharp.at(400, 500));
});

describe("turned round", () => {
  const lead = (text: string) => words("lead", text, { matteOnly: true, place: { dx: 5, dy: 5 } });
  const conic = {
    ...{ kind: "conic", angle: 40, centre: { x: 0.4, y: 0.5 } },
    stops: [
      { at: 0, colour: "#ff0000ff" },
      { at: 0.3, colour: "#00ff00ff" },
      { at: 1, colour: "#0000ffff" },
    ],
  };
  const stroke = { width: 3, fill: { kind: "plain", colour: "#000000ff" }, from: 0.05, to: 0.4 };
  const more: Partial<Record<ShapeKind, object>> = {
    path: { d: "M0 60 C0 20 40 0 100 0 C100 60 80 100 40 100 Z", view: { width: 100, height: 100 } },
    ring: { inner: 0.5, from: 20, sweep: 200 },
    rectangle: { corners: [{ size: 4 }, { size: 0 }, { size: 8, style: "cut" }, { size: 2 }] },
    line: {
      points: [
        { x: 0, y: 0 },
        { x: 1, y: 0.2 },
        { x: 0.3, y: 1 },
      ],
      closed: true,
    },
  };
  const differs = async (layer: object, timeS: number) => {
    const shown = (text: string) => painted([lead(text), layer], timeS, { turnRound: "lead" });
    const [plain, turned] = [await shown("Ada"), await shown("ليلى")];
    let count = 0;
    for (let y = 0; y < plain.height; y += 3) {
      for (let x = 0; x < plain.width; x += 3) {
        const [a, b] = [plain.at(x, y), turned.at(plain.width - 1 - x, y)];
        // Edges may fall a hair elsewhere on the pixel grid; areas may not.
        if (
          Math.max(
            ...a.map((level, c) => Math.abs(level * (c < 3 ? a[3] / 255 : 1) - b[c]! * (c < 3 ? b[3] / 255 : 1))),
          ) > 90
        )
          count++;
      }
    }
    return count;
  };
  test.each(shapeKindNames)("a %s is its mirror image: fill, line and its meter", async (kind) => {
    const layer = {
      ...{ id: "s", name: "s", kind, ...fixed(50, 50, 60, 20), fill: conic, stroke, ...more[kind] },
      meter: { property: "stroke.to", from: 0.05, to: 0.9 },
    };
    expect(await differs(layer, 1.3)).toBeLessThanOrEqual(6);
  });
  test("a wave, and whatever moves, is its mirror image", async () => {
    const liquid = { level: 0.5, height: 6, length: 23, speed: 9, calm: 0 };
    expect(await differs(box("s", { ...fixed(70, 40, 60, 20), liquid }), 1.3)).toBeLessThanOrEqual(6);
    for (const kind of ["strew", "slide", "uncover", "swing", "unroll"]) {
      const moves = [{ id: "m", kind, phase: "arrive", length: 2, ease: "linear" }];
      expect(await differs(box("s", { ...fixed(50, 30, 60, 20), moves }), 0.9)).toBeLessThanOrEqual(8);
    }
  });
});
