import { frameCount, frameToS, type Fps } from "../document/fps";
import { emptyBox, growBox, isEmptyBox, unionBox, type Box } from "../geometry/box";
import type { Format } from "../document/format";
import { opsBounds, pixelBounds } from "./bounds";
import type { Playable } from "./playable";
import type { Picture } from "./types";

/** Every frame of a clip, with frames of equal key sharing one index into `distinct`. */
export interface ClipPlan {
  readonly fps: Fps;
  /** For each frame, which distinct picture it shows. */
  readonly frames: readonly number[];
  /** For each distinct picture, an instant in seconds that shows it. */
  readonly distinct: readonly number[];
  /** The first of the distinct pictures as they were sampled, so that they need not be sampled again. */
  readonly sampled: readonly Picture[];
  /** Pixels that the clip ever touches: whole and even, inside the format. */
  readonly bounds: Box;
}

/** How many instants of a stay that never rests are looked at for its bounds. */
const looks = 48;
/** What may move on between two looks, in pixels. */
const marginPx = 12;
/** Pictures kept from planning to painting; what comes after them is sampled again, so that memory stays bounded. */
const mostSampled = 2000;

/** Which frames are looked at for the bounds of a clip. */
class Looker {
  private readonly rests = new Set<number>();
  private readonly every: number;
  private bounds: Box = emptyBox;
  private live = false;

  constructor(
    private readonly playable: Playable,
    private readonly frames: number,
  ) {
    this.every = Math.max(1, Math.floor(frames / looks));
  }

  /** Every frame of arriving, leaving and what comes on cues; one of every rest; of what never rests one here and there. */
  asks(frame: number, timeS: number): boolean {
    if (this.playable.isPassing(timeS)) return true;
    const rest = this.playable.restAt(timeS);
    if (rest === undefined) {
      this.live = true;
      return frame % this.every === 0 || frame === this.frames - 1;
    }
    if (this.rests.has(rest)) return false;
    this.rests.add(rest);
    return true;
  }

  see(box: Box): void {
    this.bounds = unionBox(this.bounds, box);
  }

  /** With a margin where something went on unseen. */
  result(format: Format): Box {
    const { bounds, live } = this;
    return pixelBounds(live && !isEmptyBox(bounds) ? growBox(bounds, marginPx) : bounds, format);
  }
}

/**
 * Pixels that a clip touches. Every frame of arriving and leaving is looked at; a stay that never rests is looked at
 * here and there, with a margin, so that a preview need not sample minutes of it.
 */
export function clipBounds(playable: Playable, fps: Fps): Box {
  const frames = frameCount(playable.lengthS, fps);
  const looker = new Looker(playable, frames);
  for (let frame = 0; frame < frames; frame++) {
    const timeS = frameToS(frame, fps);
    if (looker.asks(frame, timeS)) looker.see(opsBounds(playable.opsAt(timeS)));
  }
  return looker.result(playable.format);
}

/** Plans a clip in one go; see `planning`. */
export function planClip(playable: Playable, fps: Fps): ClipPlan {
  const steps = planning(playable, fps);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/**
 * Samples every frame that can differ; frames of one rest share one sample. Pauses after every sample, so that whoever
 * plans a long clip can look up in between, and stop.
 */
export function* planning(playable: Playable, fps: Fps): Generator<number, ClipPlan> {
  const total = frameCount(playable.lengthS, fps);
  const looker = new Looker(playable, total);
  const frames: number[] = [];
  const distinct: number[] = [];
  const sampled: Picture[] = [];
  const byKey = new Map<string, number>();
  const byRest = new Map<number, number>();
  let touched: Box = emptyBox;
  for (let frame = 0; frame < total; frame++) {
    const timeS = frameToS(frame, fps);
    const asked = looker.asks(frame, timeS);
    const rest = playable.restAt(timeS);
    const held = rest === undefined ? undefined : byRest.get(rest);
    if (held !== undefined) {
      frames.push(held);
      continue;
    }
    const picture = playable.sample(timeS);
    const bounds = opsBounds(picture.ops);
    if (asked) looker.see(bounds);
    let index = byKey.get(picture.key);
    if (index === undefined) {
      index = distinct.push(timeS) - 1;
      byKey.set(picture.key, index);
      touched = unionBox(touched, bounds);
      if (index < mostSampled) sampled.push(picture);
    }
    if (rest !== undefined) byRest.set(rest, index);
    frames.push(index);
    yield frame;
  }
  // A file must never be cut, even where the looks of a preview have missed something.
  const seen = pixelBounds(touched, playable.format);
  const bounds = isEmptyBox(touched) ? seen : unionBox(looker.result(playable.format), seen);
  return { fps, frames, distinct, sampled, bounds };
}
