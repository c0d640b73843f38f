import { frameCount, frameToS, type Fps } from "../document/fps";
import type { KeyTime } from "../document/keys";

/** The phases of a clip, in its own seconds, and the frames it is stepped by. */
export interface Phases {
  readonly arriveS: number;
  readonly leaveS: number;
  readonly lengthS: number;
  readonly fps: Fps;
}

const rounded = (value: number, parts: number): number => Math.round(value * parts) / parts;

/**
 * An instant that stays right whatever the clip's length: counted from its start while it arrives, from its last frame
 * while it leaves, else a share of the stay. The first and the last frame mean just these frames, whatever the phases are.
 */
export function anchoredAt(timeS: number, { arriveS, leaveS, lengthS, fps }: Phases): KeyTime {
  const lastS = frameToS(frameCount(lengthS, fps) - 1, fps);
  const half = fps.den / fps.num / 2;
  if (timeS < half) return { anchor: "start", gap: 0 };
  if (timeS > lastS - half) return { anchor: "end", gap: 0 };
  if (timeS <= arriveS) return { anchor: "start", gap: rounded(timeS, 1000) };
  if (timeS >= lengthS - leaveS) return { anchor: "end", gap: rounded(timeS - lastS, 1000) };
  const stayS = Math.max(1e-3, lengthS - arriveS - leaveS);
  return { anchor: "stay", share: rounded((timeS - arriveS) / stayS, 1e4), gap: 0 };
}
