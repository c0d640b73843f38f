import type { KeyTime } from "../document/keys";
import type { StillLayer } from "../layout/types";

/** When a video plays in its slot, in seconds of the clip, and which of its frames. */
export interface TimedPlayback {
  readonly startS: number;
  /** When its last frame has been shown. */
  readonly endS: number;
  /** Frames of the video in a second of the clip. */
  readonly rate: number;
  readonly first: number;
  readonly frames: number;
  readonly again: boolean;
}

/** Undefined for layers that show no video. A layer whose video begins by its own video is refused by `instant`. */
export function timedPlayback(
  { layer, content }: StillLayer,
  instant: (at: KeyTime) => number,
): TimedPlayback | undefined {
  if (layer.kind !== "picture" || content.kind !== "raster" || !content.clip) return undefined;
  const { fps, frames } = content.clip;
  const { from, speed, start, atEnd } = layer.playback;
  const perS = fps.num / fps.den;
  const first = Math.min(frames - 1, Math.floor(from * perS + 1e-6));
  const startS = instant(start);
  const rate = perS * speed;
  return { startS, endS: startS + (frames - first) / rate, rate, first, frames, again: atEnd === "again" };
}

/** Which frame of the video shows at an instant of the clip: the first before it begins, the last after its end. */
export function videoFrame({ startS, rate, first, frames, again }: TimedPlayback, timeS: number): number {
  const passed = Math.max(0, Math.floor((timeS - startS) * rate + 1e-6));
  const span = frames - first;
  return first + (again ? passed % span : Math.min(span - 1, passed));
}
