import { Design } from "@/core/document/design";
import { Layer } from "@/core/document/layer";

const fixed = (u: number) => ({ kind: "fixed", u });
const plain = (colour: string) => ({ kind: "plain", colour });
let count = 0;

/** A layer 30 × 20 u somewhere on the sheet, off the pixel grid on purpose. */
function at(kind: string, more: Record<string, unknown>): Record<string, unknown> {
  const n = count++;
  return {
    id: `l${n}`,
    name: `Layer ${n}`,
    kind,
    width: fixed(30),
    height: fixed(20),
    place: { dx: 4.13 + (n % 3) * 31.7, dy: 5.27 + (Math.floor(n / 3) % 3) * 28.3 },
    ...more,
  };
}
const shape = (kind: string, more: Record<string, unknown> = {}) => at(kind, { fill: plain("house:moss"), ...more });
const words = (text: string, more: Record<string, unknown> = {}) =>
  at("text", {
    width: { kind: "natural" },
    height: { kind: "natural" },
    text,
    setting: { type: "caption" },
    fill: plain("house:fern"),
    ...more,
  });
const stops = [
  { at: 0, colour: "house:pollen" },
  { at: 0.4, colour: "#f0705a80" },
  { at: 1, colour: "house:night" },
];

function sheet(layers: readonly Record<string, unknown>[], more: Record<string, unknown> = {}): Design {
  count = 0;
  return Design.parse({
    version: 2,
    id: "feature",
    name: "Feature",
    formats: ["wide", "square", "portrait", "tall"],
    length: { default: 4, min: 1, max: 60 },
    seed: 5,
    layers: layers.map((layer) => Layer.parse(layer)),
    ...more,
  });
}

const matted = (matte: Record<string, unknown>, under: Record<string, unknown> = {}) => {
  count = 0;
  const hole = shape("star", { id: "hole", matteOnly: true, turn: 12, points: 7, ...under });
  return sheet([hole, shape("rectangle", { place: hole.place, mattes: [{ layer: "hole", ...matte }] })]);
};

/** One small design for each thing a still can have, by name: the two painters must agree on all of them. */
export const features: Readonly<Record<string, Design>> = {
  shapes: sheet([
    shape("rectangle", { corners: [{ size: 3 }, { size: 6, style: "cut" }, { size: 0 }, { size: 9 }], slant: 11 }),
    shape("ellipse"),
    shape("ellipse", { round: true, turn: 33 }),
    shape("ring", { inner: 0.6, from: 40, sweep: 250 }),
    shape("ring", { inner: 0, from: -20, sweep: 70 }),
    shape("polygon", { sides: 5, rounding: 2 }),
    shape("star", { points: 6, inner: 0.5, rounding: 0.7 }),
    shape("path", { d: "M0 0C30 60 70-20 100 50A30 30 0 1 1 40 90Q20 100 0 80Z", view: { width: 100, height: 100 } }),
  ]),
  strokes: sheet([
    shape("rectangle", { stroke: { width: 1.3, fill: plain("house:coral"), side: "inside", join: "round" } }),
    shape("ellipse", { stroke: { width: 1.3, fill: plain("house:coral"), side: "outside", from: 0.2, to: 0.7 } }),
    shape("star", { stroke: { width: 0.7, fill: plain("house:night"), join: "miter" } }),
    at("line", {
      points: [
        { x: 0, y: 0 },
        { x: 0.3, y: 1 },
        { x: 1, y: 0.2 },
      ],
      rounding: 3,
      stroke: { width: 1, fill: plain("house:fern"), cap: "round", dash: [3, 1.5], dashOffset: 0.4 },
    }),
    at("ring", { inner: 1, stroke: { width: 2, fill: { kind: "linear", angle: 30, stops }, cap: "square", to: 0.6 } }),
    shape("path", {
      d: "M0 0C30 60 70-20 100 50L60 100Z",
      view: { width: 100, height: 100 },
      fill: undefined,
      stroke: { width: 0.6, fill: plain("house:moss"), from: 0.8, to: 0.3, join: "bevel" },
    }),
    words("Stroke", { stroke: { width: 0.25, fill: plain("house:coral"), side: "outside", join: "round" } }),
  ]),
  gradients: sheet([
    shape("rectangle", { fill: { kind: "linear", angle: 33, stops } }),
    shape("rectangle", { fill: { kind: "radial", centre: { x: 0.3, y: 0.6 }, radius: 0.7, stops } }),
    shape("ellipse", { fill: { kind: "conic", centre: { x: 0.5, y: 0.5 }, angle: 20, stops }, turn: 15 }),
    words("Gradient", { fill: { kind: "linear", angle: 90, stops } }),
  ]),
  "matte inside": matted({ by: "shape", keep: "inside" }),
  "matte outside": matted({ by: "shape", keep: "outside" }),
  "matte by alpha": matted({ by: "alpha" }, { fill: { kind: "linear", angle: 0, stops } }),
  "matte by an edge": matted({ by: "edge", edge: "left", keep: "after" }),
  "mattes in a group": sheet([
    at("group", { id: "g", clip: true, turn: 9, opacity: 0.7 }),
    shape("rectangle", { in: "g", id: "a" }),
    shape("ellipse", { in: "g", mattes: [{ by: "shape", layer: "a" }], place: { dx: 20, dy: 14 } }),
  ]),
  looks: sheet([
    shape("rectangle", { shadow: { dx: 1, dy: 1.4, softness: 3, colour: "#0e182299" } }),
    shape("ellipse", { glow: { softness: 4, colour: "house:pollen", strength: 1.5 } }),
    shape("star", { blur: 1.2 }),
    shape("rectangle", { gleam: { at: 0.55, angle: 24, width: 9, strength: 0.7 }, corners: corner(4) }),
    shape("ellipse", { opacity: 0.4, stroke: { width: 1, fill: plain("house:coral") } }),
    words("Soft", { shadow: { softness: 1, colour: "#000000ff" }, blur: 0.3 }),
    shape("rectangle", { liquid: { level: 0.8, rest: 1.4, height: 1.4, length: 11 } }),
  ]),
  blends: sheet([
    shape("rectangle", { width: fixed(95), height: fixed(88), place: {}, fill: { kind: "linear", angle: 20, stops } }),
    ...["multiply", "screen", "overlay", "darken", "lighten", "soft-light", "hard-light", "difference"].map((blend) =>
      shape("ellipse", { blend, fill: plain("#5c9a5fcc") }),
    ),
  ]),
  text: sheet([
    words("Fern *frond* 10:42", {
      setting: { type: "caption", figures: "tabular" },
      stretches: [
        {
          of: { kind: "stressed" },
          family: "Fraunces",
          italic: true,
          scale: 1.3,
          colour: "house:coral",
          ground: { colour: "house:night", corner: 0.6 },
        },
      ],
    }),
    words("ليلى حداد 42", { stretches: [{ of: { kind: "words", start: 1, end: 2 }, colour: "house:coral" }] }),
    words("שירה בן־עמי"),
    words("प्रिया वर्मा ❤", { setting: { type: "caption", case: "upper", tracking: 8 } }),
    words("two even lines of words", { setting: { type: "lead", maxWidth: 30, maxLines: 3, align: "centre" } }),
  ]),
  pictures: sheet([
    at("picture", { media: "picture:fern-house", framing: { fit: "cover", focus: { x: 0.7, y: 0.3 } } }),
    at("picture", { media: "picture:seed-trays", framing: { fit: "contain", scale: 1.4 }, turn: 7 }),
    at("picture", { media: "picture:night-lamp", framing: { fit: "cover", turn: 20 }, opacity: 0.8 }),
    at("picture", { media: "mark:moth", shadow: { colour: "#00000080" } }),
  ]),
  grain: sheet([shape("rectangle"), words("Grain")], { finish: [{ kind: "grain", amount: 0.3, coloured: true }] }),
  glow: sheet([shape("ellipse", { fill: plain("house:pollen"), opacity: 0.8 }), words("Glow")], {
    finish: [{ kind: "glow", threshold: 0.3, radius: 2, strength: 1 }],
  }),
  glitch: sheet([shape("rectangle"), words("Glitch")], {
    finish: [{ kind: "glitch", slices: 40 }, { kind: "grain" }],
  }),
  "finish of a group": sheet([
    at("group", {
      id: "g",
      finish: [
        { kind: "glow", threshold: 0.2 },
        { kind: "grain", size: 0.5 },
      ],
      opacity: 0.6,
    }),
    shape("star", { in: "g", fill: plain("house:coral") }),
  ]),
  "parts of a text": sheet([
    words("Quill leaf", { moves: [letters("strew")] }),
    words("ليلى حداد", { moves: [letters("rise")] }),
    words("One by one", { moves: [{ ...letters("blur-in"), split: { by: "word", overlap: 0.4 } }] }),
    words("Swing in", { moves: [letters("swing")] }),
  ]),
  "soft uncovering": sheet([
    shape("rectangle", { moves: [{ ...slow("uncover"), soft: 8, from: 20 }] }),
    words("Uncovered", { moves: [{ ...slow("uncover"), soft: 4 }] }),
  ]),
  "light and noise of moves": sheet([
    shape("rectangle", { moves: [{ id: "gleam", kind: "gleam", phase: "stay", length: 3 }] }),
    shape("star", { moves: [{ id: "swell", kind: "swell", phase: "stay", length: 3 }] }),
    words("Glitch", { moves: [{ id: "glitch", kind: "glitch", phase: "stay", length: 3 }] }),
  ]),
  "motion blur": sheet(
    [shape("rectangle"), shape("star", { moves: [slow("slide")] }), words("Blurred", { moves: [slow("slide")] })],
    { motionBlur: { angle: 360, samples: 6 } },
  ),
  "keys, meter and timer": sheet([
    shape("rectangle", { meter: { property: "width" } }),
    at("ring", { inner: 1, stroke: { width: 2, fill: plain("house:moss") }, meter: { property: "stroke.to" } }),
    words("0:00", { timer: { mode: "down" }, setting: { type: "figures", size: 9 } }),
    shape("ellipse", {
      keys: [
        {
          property: "fill.colour",
          keys: [
            { at: { anchor: "start" }, value: "house:coral" },
            { at: { anchor: "end" }, value: "house:fern" },
          ],
        },
      ],
    }),
    words("Wider", { keys: [{ property: "tracking", keys: [{ at: { anchor: "start" }, value: 20 }] }] }),
  ]),
  trails: sheet([
    shape("star", {
      trail: { count: 4, delay: 0.05, fade: 0.6 },
      moves: [
        { id: "m", kind: "slide", phase: "arrive", length: 1, ease: "linear", distance: { value: 2, of: "own" } },
      ],
    }),
  ]),
};

function slow(kind: string) {
  return { id: `${kind}-${count}`, kind, phase: "arrive", length: 1.2 };
}

function letters(kind: string) {
  return { ...slow(kind), split: { by: "letter", overlap: 0.7 } };
}

function corner(size: number) {
  return [0, 1, 2, 3].map(() => ({ size }));
}
