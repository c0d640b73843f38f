import { frameCount, frameToS, type Fps } from "../document/fps";
import { emptyBox, growBox, isEmptyBox, unionBox, type Box } from "../geometry/box";
import type { Still } from "../layout/types";
import { isMoving } from "../schedule/instant";
import type { Timetable } from "../schedule/timetable";
import { opsBounds, pixelBounds } from "./bounds";
import { opsAt, sample } from "./picture";

/** Every frame of a clip, with frames of equal key sharing one index into `distinct`. */
export interface ClipPlan {
  readonly fps: Fps;
  /** For each frame, which distinct picture it shows. */
  readonly frames: readonly number[];
  /** For each distinct picture, an instant in seconds that shows it. */
  readonly distinct: readonly number[];
  /** Pixels that the clip ever touches: whole and even, inside the format. */
  readonly bounds: Box;
}

/** How many instants of a stay that never rests are looked at for its bounds. */
const looks = 48;
/** What may move on between two looks, in pixels. */
const marginPx = 12;

/**
 * Pixels that a clip touches. Every frame of arriving and leaving is looked at; a stay that never rests is looked at
 * here and there, with a margin, so that a preview need not sample minutes of it.
 */
export function clipBounds(still: Still, table: Timetable, fps: Fps): Box {
  const frames = frameCount(table.lengthS, fps);
  const arriveS = Math.max(table.arriveS, table.calmS) * table.squeeze;
  const leaveS = Math.max(table.leaveS, table.calmS * table.pace) * table.squeeze;
  const every = Math.max(1, Math.floor(frames / looks));
  const live = table.alwaysLive || table.loops.length > 0;
  let bounds: Box = emptyBox;
  let rested = false;
  for (let frame = 0; frame < frames; frame++) {
    const timeS = frameToS(frame, fps);
    const phase = timeS <= arriveS || timeS >= table.lengthS - leaveS;
    if (!phase && live && frame % every !== 0 && frame !== frames - 1) continue;
    if (!phase && !live && rested) continue;
    rested ||= !phase;
    bounds = unionBox(bounds, opsBounds(opsAt(still, table, timeS)));
  }
  return pixelBounds(live && !isEmptyBox(bounds) ? growBox(bounds, marginPx) : bounds, still.format);
}

/** Samples every frame that can differ; frames at rest share one sample. */
export function planClip(still: Still, table: Timetable, fps: Fps): ClipPlan {
  const frames: number[] = [];
  const distinct: number[] = [];
  const byKey = new Map<string, number>();
  let touched: Box = emptyBox;
  let rest: number | undefined;
  const indexOf = (timeS: number): number => {
    const picture = sample(still, table, timeS);
    let index = byKey.get(picture.key);
    if (index === undefined) {
      index = distinct.push(timeS) - 1;
      byKey.set(picture.key, index);
      touched = unionBox(touched, opsBounds(picture.ops));
    }
    return index;
  };
  for (let frame = 0; frame < frameCount(table.lengthS, fps); frame++) {
    const timeS = frameToS(frame, fps);
    if (isMoving(table, timeS)) frames.push(indexOf(timeS));
    else frames.push((rest ??= indexOf(timeS)));
  }
  // A file must never be cut, even where the looks of a preview have missed something.
  const seen = pixelBounds(touched, still.format);
  const bounds = isEmptyBox(touched) ? seen : unionBox(clipBounds(still, table, fps), seen);
  return { fps, frames, distinct, bounds };
}
