import type { Design } from "../document/design";
import type { House } from "../document/house";
import { Layer } from "../document/layer";
import type { Meter, Timer } from "../document/keys";
import { freshId } from "./blank";

/*
 * Things that show the time, put in as wholes with settings that work at once: a track, what runs on it, and how they
 * come in. Each is made of ordinary layers, so everything about it can be changed afterwards.
 */

export const timeThings = ["edge", "outline", "dial", "letters", "countdown", "count-up", "clock"] as const;
export type TimeThing = (typeof timeThings)[number];

export const timeThingNames: Readonly<Record<TimeThing, { readonly name: string; readonly about: string }>> = {
  edge: { name: "Bar along an edge", about: "Fills from left to right over the clip" },
  outline: { name: "Whole outline", about: "Runs round the picture at constant speed" },
  dial: { name: "Dial", about: "A ring that closes over a disc" },
  letters: { name: "Bar behind letters", about: "Seen through a word cut out of a cover" },
  countdown: { name: "Countdown", about: "Figures that count down, with a ring in step" },
  "count-up": { name: "Time passed", about: "Figures that count up" },
  clock: { name: "Clock", about: "Runs on from a time of day" },
};

type Start = Record<string, unknown>;

/** Puts a thing that shows the time on top of a design; gives the ids of its layers, what runs at the end. */
export function addTimeThing(design: Design, thing: TimeThing, house: House): string[] {
  const taken = new Set(design.layers.map(({ id }) => id));
  const takenMoves = new Set(design.layers.flatMap(({ moves }) => moves.map(({ id }) => id)));
  const id = (wanted: string): string => {
    const next = freshId(wanted, taken);
    taken.add(next);
    return next;
  };
  const fade = (wanted: string, gap = 0): Start => {
    const next = freshId(`${wanted}-in`, takenMoves);
    takenMoves.add(next);
    return { id: next, kind: "fade", phase: "arrive", start: { to: "phase", edge: "start", gap }, length: 0.4 };
  };
  const ids = { track: id("track"), run: id("run"), disc: id("disc"), word: id("word"), figures: id("figures") };
  const layers = parts[thing]({ ids, fade, ...inks(house), type: typeOf(house) });
  for (const layer of layers) design.layers.push(Layer.parse(layer));
  return layers.map((layer) => layer.id as string);
}

interface Kit {
  readonly ids: Readonly<Record<"track" | "run" | "disc" | "word" | "figures", string>>;
  readonly fade: (wanted: string, gap?: number) => Start;
  readonly ground: Start;
  readonly light: Start;
  readonly faint: Start;
  readonly type: (wanted: string) => string;
}

/** A dark ground, a bright colour that stands out from it, and that colour hardly there. */
function inks(house: House): Pick<Kit, "ground" | "light" | "faint"> {
  const dark = house.colours[0]!;
  const bright = house.colours.find(({ role }) => /pollen|accent|bright/.test(role)) ?? house.colours[1] ?? dark;
  return {
    ground: { kind: "plain", colour: `house:${dark.role}` },
    light: { kind: "plain", colour: `house:${bright.role}` },
    faint: { kind: "plain", colour: `${bright.hex.slice(0, 7)}40` },
  };
}

const typeOf = (house: House) => (wanted: string) =>
  (house.types.find(({ id }) => id === wanted) ?? house.types[0])?.id ?? "body";

const middle = { x: 0.5, y: 0.5 };
const on = (layer: string) => ({ at: middle, on: layer, from: middle });
const share = (of: string, part: number, plus = 0) => ({ kind: "share", of, share: part, plus });
const round = { kind: "ratio", ratio: 1 };
const wholeStay = { start: { anchor: "stay", share: 0 }, end: { anchor: "stay", share: 1 } };

const figures = (kit: Kit, timer: Partial<Timer>, size: number, place: Start): Start => ({
  id: kit.ids.figures,
  name: "Figures",
  kind: "text",
  text: "0:00",
  setting: { type: kit.type("figures"), size, align: "centre", figures: "tabular" },
  fill: kit.light,
  timer: { ...wholeStay, ...timer },
  place,
  moves: [kit.fade("figures", 0.15)],
});

const parts: Readonly<Record<TimeThing, (kit: Kit) => Start[]>> = {
  edge: ({ ids, fade, faint, light }) => {
    const corner = { at: { x: 0, y: 1 }, on: "format", from: { x: 0, y: 1 } };
    const bar = { kind: "rectangle", width: share("format", 1), height: { kind: "fixed", u: 1.4 }, place: corner };
    return [
      { id: ids.track, name: "Track", ...bar, fill: faint, moves: [fade("track")] },
      { id: ids.run, name: "Bar", ...bar, fill: light, meter: { property: "width" }, moves: [fade("run", 0.06)] },
    ];
  },
  outline: ({ ids, fade, faint, light }) => {
    const line = {
      ...{ kind: "line", width: share("format", 1, -3), height: share("format", 1, -3), place: on("format") },
      ...{ points: outlinePoints("top", true), closed: true, rounding: 3 },
    };
    return [
      { id: ids.track, name: "Track", ...line, stroke: { width: 1, fill: faint }, moves: [fade("track")] },
      {
        ...{ id: ids.run, name: "Outline", ...line, stroke: { width: 1, fill: light, cap: "round" } },
        ...{ meter: { property: "stroke.to" }, moves: [fade("run", 0.06)] },
      },
    ];
  },
  dial: ({ ids, fade, ground, faint, light }) => {
    const corner = { at: { x: 1, y: 1 }, on: "clear", from: { x: 1, y: 1 } };
    const ring = { kind: "ring", width: share(ids.disc, 0.84), height: round, inner: 1, place: on(ids.disc) };
    const disc = { kind: "ellipse", width: { kind: "fixed", u: 15 }, height: round, round: true, place: corner };
    return [
      { id: ids.disc, name: "Disc", ...disc, fill: ground, moves: [fade("disc")] },
      { id: ids.track, name: "Track", ...ring, stroke: { width: 1.4, fill: faint }, moves: [fade("track", 0.06)] },
      {
        ...{ id: ids.run, name: "Dial", ...ring, stroke: { width: 1.4, fill: light, cap: "round" } },
        ...{ meter: { property: "stroke.to" }, moves: [fade("run", 0.12)] },
      },
    ];
  },
  letters: ({ ids, fade, ground, faint, light, type }) => {
    const place = { at: { x: 0, y: 1 }, on: "title-safe", from: { x: 0, y: 1 }, dx: 3, dy: -3 };
    const around = (pad: number) => ({ kind: "around", layers: [ids.word], before: pad, after: pad });
    const bar = { kind: "rectangle", width: around(0.4), height: around(0.4) };
    const inside = { mattes: [{ by: "shape", layer: ids.word }] };
    return [
      {
        ...{ id: ids.disc, name: "Cover", kind: "rectangle", width: around(3), height: around(2), fill: ground },
        moves: [fade("cover")],
      },
      { id: ids.track, name: "Track", ...bar, fill: faint, ...inside, moves: [fade("track", 0.06)] },
      {
        ...{ id: ids.run, name: "Bar", ...bar, fill: light, ...inside },
        ...{ meter: { property: "width" }, moves: [fade("run", 0.1)] },
      },
      {
        ...{ id: ids.word, name: "Word", kind: "text", text: "Not long now", matteOnly: true, place },
        ...{ setting: { type: type("title"), size: 6, case: "upper" }, fill: light },
      },
    ];
  },
  countdown: (kit) => {
    const { ids, fade, ground, faint, light } = kit;
    const ring = { kind: "ring", width: share(ids.disc, 0.86), height: round, inner: 1, place: on(ids.disc) };
    const disc = { kind: "ellipse", width: { kind: "fixed", u: 34 }, height: round, round: true, place: on("format") };
    const meter: Partial<Meter> = { property: "stroke.to", from: 1, to: 0, stepS: 1 };
    return [
      { id: ids.disc, name: "Disc", ...disc, fill: ground, moves: [fade("disc")] },
      { id: ids.track, name: "Track", ...ring, stroke: { width: 1, fill: faint }, moves: [fade("track", 0.06)] },
      {
        ...{ id: ids.run, name: "Ring in step", ...ring, stroke: { width: 1, fill: light, cap: "round" } },
        ...{ meter: { ...meter, ...wholeStay }, moves: [fade("run", 0.1)] },
      },
      figures(kit, { mode: "down", pattern: "m:ss" }, 11, on(ids.disc)),
    ];
  },
  "count-up": (kit) => [figures(kit, { mode: "up", pattern: "m:ss" }, 9, on("format"))],
  clock: (kit) => [figures(kit, { mode: "clock", pattern: "hh:mm", fromS: 72000 }, 9, on("format"))],
};

export const outlineStarts = [
  "top left",
  "top",
  "top right",
  "right",
  "bottom right",
  "bottom",
  "bottom left",
  "left",
] as const;
export type OutlineStart = (typeof outlineStarts)[number];

const places: Readonly<Record<OutlineStart, { x: number; y: number }>> = {
  "top left": { x: 0, y: 0 },
  top: { x: 0.5, y: 0 },
  "top right": { x: 1, y: 0 },
  right: { x: 1, y: 0.5 },
  "bottom right": { x: 1, y: 1 },
  bottom: { x: 0.5, y: 1 },
  "bottom left": { x: 0, y: 1 },
  left: { x: 0, y: 0.5 },
};

/** Corners of a closed line round a box, from a corner or the middle of a side, clockwise or the other way. */
export function outlinePoints(start: OutlineStart, clockwise: boolean): { x: number; y: number }[] {
  const from = outlineStarts.indexOf(start);
  const way = clockwise ? 1 : outlineStarts.length - 1;
  const points = [places[start]];
  for (let i = 1; i < outlineStarts.length; i++) {
    const name = outlineStarts[(from + way * i) % outlineStarts.length]!;
    // The middles of sides are no corners.
    if (name.includes(" ")) points.push(places[name]);
  }
  return points.map((point) => ({ ...point }));
}

/** Where an outline starts and which way it runs; undefined when it is not one round a box. */
export function outlineFacts(
  points: readonly { x: number; y: number }[],
): { start: OutlineStart; clockwise: boolean } | undefined {
  const same = (a: readonly { x: number; y: number }[]) => {
    const wanted = points.length === a.length + 1 ? [...a, a[0]!] : a;
    return wanted.length === points.length && wanted.every(({ x, y }, i) => points[i]!.x === x && points[i]!.y === y);
  };
  for (const start of outlineStarts) {
    for (const clockwise of [true, false]) if (same(outlinePoints(start, clockwise))) return { start, clockwise };
  }
  return undefined;
}
