import { createCanvas } from "@napi-rs/canvas";
import sharp from "sharp";
import { describe, expect, test } from "@jest/globals";
import { ClearStep } from "@/core/document/recipe";
import { clearGround } from "@/core/media/clear-ground";
import { haloOf } from "@/core/media/halo";
import type { Raster } from "@/core/media/raster";

/* Marks of known alpha over known grounds: what is cleared is compared with what was there. */

const side = 240;
type Draw = (context: ReturnType<ReturnType<typeof createCanvas>["getContext"]>) => void;
/** Four bends, each wider than the one above it. */
const strokesIn =
  (colour: string): Draw =>
  (context) => {
    context.strokeStyle = colour;
    for (const [i, width] of [1, 1.5, 2.5, 4].entries()) {
      context.lineWidth = width;
      context.beginPath();
      context.moveTo(40, 50 + i * 40);
      context.bezierCurveTo(90, 20 + i * 40, 140, 90 + i * 40, 200, 40 + i * 40);
      context.stroke();
    }
  };

const marks: Readonly<Record<string, Draw>> = {
  "a badge": (context) => {
    context.fillStyle = "#2c5a3f";
    context.beginPath();
    context.arc(120.3, 118.7, 70, 0, 7);
    context.fill();
    context.fillStyle = "#e9c46a";
    context.beginPath();
    context.ellipse(120, 120, 20, 44, 0.5, 0, 7);
    context.fill();
  },
  "thin strokes": strokesIn("#7b2d43"),
  "a pale part": (context) => {
    context.fillStyle = "#d9d2b4";
    context.fillRect(40.5, 60.5, 70, 120);
    context.fillStyle = "#1f3a5f";
    context.fillRect(110, 60.5, 80, 120);
  },
};
const grounds: Readonly<Record<string, (x: number, y: number) => readonly [number, number, number]>> = {
  white: () => [255, 255, 255],
  "a plain colour": () => [150, 190, 214],
  "a soft gradient": (x, y) => [235 - 40 * (x / side), 240 - 25 * (y / side), 250 - 30 * (x / side) * (y / side)],
};

/** A mark alone, and over a ground, as straight RGBA. */
function pictured(draw: Draw, ground: (x: number, y: number) => readonly [number, number, number]) {
  const context = createCanvas(side, side).getContext("2d");
  draw(context);
  const truth = new Uint8Array(context.getImageData(0, 0, side, side).data.buffer);
  const flat = new Uint8Array(truth.length);
  for (let p = 0; p < side * side; p++) {
    const levels = ground(p % side, Math.floor(p / side));
    const alpha = truth[p * 4 + 3]! / 255;
    for (let c = 0; c < 3; c++) flat[p * 4 + c] = Math.round(truth[p * 4 + c]! * alpha + levels[c]! * (1 - alpha));
    flat[p * 4 + 3] = 255;
  }
  return { truth, flat };
}

/** Mean and largest error of alpha, in levels, over the pixels where either is half clear or they differ; of colour, premultiplied. */
function errors(truth: Uint8Array, found: Raster["data"]) {
  let [alpha, colour, most, count] = [0, 0, 0, 0];
  for (let at = 0; at < truth.length; at += 4) {
    const [a, b] = [truth[at + 3]!, found[at + 3]!];
    const edge = (a > 0 && a < 255) || a !== b;
    if (!edge) continue;
    count++;
    alpha += Math.abs(a - b);
    most = Math.max(most, Math.abs(a - b));
    for (let c = 0; c < 3; c++) colour += Math.abs(truth[at + c]! * a - found[at + c]! * b) / 255 / 3;
  }
  return { alpha: alpha / Math.max(1, count), colour: colour / Math.max(1, count), most };
}

const how = ClearStep.parse({});
const over = (data: Raster["data"], level: number, at: number, c: number): number =>
  (data[at + c]! * data[at + 3]! + level * (255 - data[at + 3]!)) / 255;

describe.each(Object.keys(marks))("%s", (name) => {
  test.each(Object.keys(grounds))("on %s comes back with its own alpha and colour", (ground) => {
    const { truth, flat } = pictured(marks[name]!, grounds[ground]!);
    const { raster, fault } = clearGround({ width: side, height: side, data: flat }, how);
    expect(fault).toBeUndefined();
    const off = errors(truth, raster.data);
    expect(off.alpha).toBeLessThan(3);
    expect(off.colour).toBeLessThan(3);
  });
  // With colours at half the size, as most are coded, too.
  const coded = ["4:4:4", "4:2:0"] as const;
  const jpegs = [60, 75, 95].flatMap((quality) => coded.map((colours) => [quality, colours] as const));
  test.each(jpegs)("out of a JPEG of quality %i and %s has no rim over black or white", async (quality, colours) => {
    const { truth, flat } = pictured(marks[name]!, grounds.white!);
    const raw = { raw: { width: side, height: side, channels: 4 as const } };
    const jpeg = await sharp(flat, raw).removeAlpha().jpeg({ quality, chromaSubsampling: colours }).toBuffer();
    const data = new Uint8Array(await sharp(jpeg).ensureAlpha().raw().toBuffer());
    const { raster } = clearGround({ width: side, height: side, data }, how);
    const hard = clearGround({ width: side, height: side, data }, how, true).raster;
    for (const level of [0, 255]) {
      const sum = (made: Raster["data"]) => {
        let off = 0;
        for (let at = 0; at < truth.length; at += 4) {
          for (let c = 0; c < 3; c++) off += Math.abs(over(made, level, at, c) - over(truth, level, at, c));
        }
        return off / truth.length;
      };
      expect(sum(raster.data)).toBeLessThan(0.8);
      // Cut plainly, its rim is seen over black.
      if (level === 0) expect(sum(raster.data)).toBeLessThan(sum(hard.data) / 2);
    }
    const [rim, cut] = [haloOf(raster), haloOf(hard)];
    expect(rim.light).toBeLessThan(Math.min(4, cut.light / 5));
    expect(rim.dark).toBeLessThan(6);
  });
});

/* Light marks on dark, strong and photographed backgrounds, with colours at half the size, as cameras and sites code them. */
const lightMarks: Readonly<Record<string, Draw>> = {
  "a badge": (context) => {
    context.fillStyle = "#f4e7c3";
    context.beginPath();
    context.arc(120, 118.7, 72, 0, 7);
    context.fill();
    context.fillStyle = "#e9a43a";
    context.beginPath();
    context.ellipse(120, 120, 20, 44, 0.5, 0, 7);
    context.fill();
  },
  "thin strokes": strokesIn("#f2c14e"),
};
const strewn = (x: number, y: number): number => ((x * 7919 + y * 104729 + x * y * 31) % 7) - 3;
const hardGrounds: Readonly<Record<string, (x: number, y: number) => readonly [number, number, number]>> = {
  black: () => [0, 0, 0],
  night: () => [14, 24, 34],
  red: () => [196, 30, 40],
  blue: () => [20, 60, 200],
  "a photographed wall": (x, y) => [44 + 14 * (x / side) + strewn(x, y), 52 + 10 * (y / side) + strewn(y, x), 58],
};

describe.each(Object.keys(lightMarks))("%s, light", (name) => {
  const cases = Object.keys(hardGrounds).flatMap((ground) =>
    [60, 75, 90, 95].map((quality) => [ground, quality] as const),
  );
  test.each(cases)("out of a JPEG on %s of quality %i leaves no speck behind", async (ground, quality) => {
    const { truth, flat } = pictured(lightMarks[name]!, hardGrounds[ground]!);
    const raw = { raw: { width: side, height: side, channels: 4 as const } };
    const jpeg = await sharp(flat, raw).removeAlpha().jpeg({ quality, chromaSubsampling: "4:2:0" }).toBuffer();
    const data = new Uint8Array(await sharp(jpeg).ensureAlpha().raw().toBuffer());
    const { raster } = clearGround({ width: side, height: side, data }, how);
    const isNear = (x: number, y: number): boolean => {
      for (let v = Math.max(0, y - 4); v <= Math.min(side - 1, y + 4); v++)
        for (let u = Math.max(0, x - 4); u <= Math.min(side - 1, x + 4); u++)
          if (truth[(v * side + u) * 4 + 3]! > 0) return true;
      return false;
    };
    let specks = 0;
    let off = 0;
    for (let p = 0; p < side * side; p++) {
      if (raster.data[p * 4 + 3]! > 12 && !isNear(p % side, Math.floor(p / side))) specks++;
      for (let c = 0; c < 3; c++) off += Math.abs(over(raster.data, 0, p * 4, c) - over(truth, 0, p * 4, c));
    }
    // Below quality 75 a few may hang together with a thin stroke.
    expect(specks).toBeLessThanOrEqual(quality < 75 ? 40 : 4);
    // Of thin strokes on strong colours half the colour is gone before we see it.
    expect(off / truth.length).toBeLessThan(name === "thin strokes" && ground === "blue" ? 3 : 1.3);
  });
});
