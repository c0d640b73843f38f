import { frameCount, frameToS, type Fps } from "../document/fps";
import { emptyBox, unionBox, type Box } from "../geometry/box";
import type { Still } from "../layout/types";
import { isMoving } from "../schedule/instant";
import type { Timetable } from "../schedule/timetable";
import { opsBounds, pixelBounds } from "./bounds";
import { sample } from "./picture";

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

/** Samples every frame that can differ; frames at rest share one sample. */
export function planClip(still: Still, table: Timetable, fps: Fps): ClipPlan {
  const frames: number[] = [];
  const distinct: number[] = [];
  const byKey = new Map<string, number>();
  let bounds: Box = emptyBox;
  let rest: number | undefined;
  const indexOf = (timeS: number): number => {
    const picture = sample(still, table, timeS);
    let index = byKey.get(picture.key);
    if (index === undefined) {
      index = distinct.push(timeS) - 1;
      byKey.set(picture.key, index);
      bounds = unionBox(bounds, opsBounds(picture.ops));
    }
    return index;
  };
  for (let frame = 0; frame < frameCount(table.lengthS, fps); frame++) {
    const timeS = frameToS(frame, fps);
    if (isMoving(table, timeS)) frames.push(indexOf(timeS));
    else frames.push((rest ??= indexOf(timeS)));
  }
  return { fps, frames, distinct, bounds: pixelBounds(bounds, still.format) };
}
