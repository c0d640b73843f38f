import type { Issue } from "../issue";
import type { Still } from "../layout/types";
import type { PaintHost } from "../paint/canvas";
import { frameRef } from "../sample/rasters";
import type { Timetable } from "../schedule/types";
import { defineCheck, ofDesign } from "./define";

/** Mean difference of two frames, in levels of 255, above which a video that starts again is seen to jump. */
const mostDifference = 14;
const side = 48;

interface Seam {
  readonly layer: string;
  readonly first: string;
  readonly last: string;
}

/** Where videos that play again within the clip go from their last frame to their first. */
function seamsOf(still: Still, table: Timetable): Seam[] {
  return still.layers.flatMap(({ layer, content }) => {
    const playback = table.layers.get(layer.id)?.playback;
    if (!playback?.again || playback.endS >= table.lengthS || content.kind !== "raster") return [];
    const { first, frames } = playback;
    return [{ layer: layer.id, first: frameRef(content.hash, first), last: frameRef(content.hash, frames - 1) }];
  });
}

/** Frames that must be loaded before `seamIssues` is asked. */
const seamFrames = (still: Still, table: Timetable): string[] =>
  seamsOf(still, table).flatMap(({ first, last }) => [first, last]);

/** Videos that visibly jump when they start again. */
function seamIssues(still: Still, table: Timetable, host: PaintHost): Issue[] {
  return seamsOf(still, table).flatMap(({ layer, first, last }): Issue[] => {
    const [a, b] = [smallPixels(first, host), smallPixels(last, host)];
    let sum = 0;
    for (let i = 0; i < a.length; i++) if (i % 4 !== 3) sum += Math.abs(a[i]! - b[i]!);
    return sum / ((a.length * 3) / 4) > mostDifference ? [{ code: "loop_seam", layer }] : [];
  });
}

function smallPixels(ref: string, host: PaintHost): Uint8ClampedArray {
  const level = host.picture(ref).forScale(0.05);
  const surface = host.surface(side, side);
  surface.context.setTransform(1, 0, 0, 1, 0, 0);
  surface.context.globalAlpha = 1;
  surface.context.drawImage(level.image as never, 0, 0, level.width, level.height, 0, 0, side, side);
  const { data } = surface.context.getImageData(0, 0, side, side);
  host.release(surface);
  return data as Uint8ClampedArray;
}

declare module "../issue" {
  interface Issues {
    loop_seam: { layer: string };
  }
}

export const check = defineCheck({
  code: "loop_seam",
  severity: "warn",
  scopes: ofDesign,
  find: async ({ scene: { still, table }, host, load }) => {
    await load(seamFrames(still, table));
    return seamIssues(still, table, host);
  },
  words: (facts, nameOf) =>
    `The video in “${nameOf(facts.layer)}” jumps when it starts again. Freeze it at its end, or use a video that loops.`,
});
