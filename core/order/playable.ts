import type { Format } from "../document/format";
import { frameToS } from "../document/fps";
import { layerOp, type Picture } from "../sample/types";
import type { Playable } from "../sample/playable";
import type { TimedOrder } from "./time-order";

/** A part that is on at an instant, and its own second then. */
export interface PartAt {
  readonly part: number;
  readonly localS: number;
}

/** A part that is on, with what shows it. */
interface OnAir extends PartAt {
  readonly playable: Playable;
}

/** Where the parts of an order are, and how often it is shown. */
interface Places extends Pick<TimedOrder, "fps" | "leadFrames" | "periodFrames" | "times"> {
  readonly parts: readonly Pick<TimedOrder["parts"][number], "startFrame" | "frames">[];
}

/** Which parts are on from a frame of a showing on, until the next of these. */
interface Stretch {
  readonly from: number;
  readonly on: readonly number[];
}

/** A long order is asked at every frame: who is on changes only where one comes or goes. */
const stretchesOf = new WeakMap<Places["parts"], readonly Stretch[]>();

function stretches(parts: Places["parts"]): readonly Stretch[] {
  const known = stretchesOf.get(parts);
  if (known) return known;
  const changes = new Set(parts.flatMap(({ startFrame, frames }) => [startFrame, startFrame + frames]));
  const found = [...changes]
    .sort((a, b) => a - b)
    .map((from) => ({
      from,
      on: parts.flatMap(({ startFrame, frames }, part) =>
        from >= startFrame && from < startFrame + frames ? [part] : [],
      ),
    }));
  stretchesOf.set(parts, found);
  return found;
}

/** The last of them that begins at or before a frame; undefined before the first. */
function stretchAt(list: readonly Stretch[], frame: number): Stretch | undefined {
  let [low, high] = [0, list.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (list[middle]!.from <= frame) low = middle + 1;
    else high = middle;
  }
  return list[low - 1];
}

/** The parts that are on at an instant of an order, by their start. */
export function partsAt({ fps, parts, leadFrames, periodFrames, times }: Places, timeS: number): PartAt[] {
  const exact = (timeS * fps.num) / fps.den;
  // On the grid of frames a part's own second is that of its own frame, to the last bit.
  const frame = Math.abs(exact - Math.round(exact)) < 1e-6 ? Math.round(exact) : exact;
  const showing = Math.min(times - 1, Math.max(0, Math.floor((frame - leadFrames) / Math.max(1, periodFrames))));
  const within = frame - showing * periodFrames;
  const on = stretchAt(stretches(parts), within)?.on ?? [];
  return on.map((part) => ({ part, localS: frameToS(within - parts[part]!.startFrame, fps) }));
}

/** Pictures over one another, the last on top. */
export function together(format: Format, shown: readonly Picture[]): Picture {
  if (shown.length === 1) return shown[0]!;
  // What blends does so within its own graphic.
  const ops = shown.map(({ ops: inner }) => layerOp(inner, {}));
  return { format, ops, key: shown.map(({ key }) => key).join("\n") };
}

/** Parts of a long order that a proof looks at. */
const mostTelling = 20;

/**
 * Instants that tell most of an order: all of its first part and its last, the middle of others spread over it, and of its
 * last showing.
 */
function tellingOf({ fps, parts, periodFrames, times }: TimedOrder, playables: readonly Playable[]): number[] {
  const every = Math.max(1, Math.ceil(parts.length / mostTelling));
  const lastS = frameToS((times - 1) * periodFrames, fps);
  return parts.flatMap(({ startFrame }, part) => {
    const ends = part === 0 || part === parts.length - 1;
    const { tellingS } = playables[part]!;
    const own = ends ? tellingS : part % every === 0 ? [tellingS[tellingS.length >> 1] ?? 0] : [];
    const at = frameToS(startFrame, fps);
    const again = times > 1 && part === parts.length - 1 ? own.slice(1, 3).map((localS) => lastS + at + localS) : [];
    return [...own.map((localS) => at + localS), ...again];
  });
}

/** How long an order is with all its showings and pauses, in seconds. */
export const orderLengthS = (order: TimedOrder): number => {
  const { fps, leadFrames, showingFrames, periodFrames, times, tailFrames } = order;
  return frameToS(Math.max(1, leadFrames + showingFrames + (times - 1) * periodFrames + tailFrames), fps);
};

/**
 * A running order as one thing to be played. `playables` are those of its parts, in their order, each as long as its part.
 * Every showing is the same pictures, so that many cost no more than one.
 */
export function orderPlayable(format: Format, order: TimedOrder, playables: readonly Playable[]): Playable {
  const { fps, parts, periodFrames, times } = order;
  const rests = new Map<string, number>();
  const lengthS = orderLengthS(order);
  // Asked several times about the same instant.
  let last: { readonly timeS: number; readonly on: readonly OnAir[] } | undefined;
  const onAirAt = (timeS: number): readonly OnAir[] => {
    if (last?.timeS !== timeS) {
      const on = partsAt(order, timeS).map(({ part, localS }) => ({ part, localS, playable: playables[part]! }));
      last = { timeS, on };
    }
    return last.on;
  };
  const numberOf = (key: string): number => {
    const known = rests.get(key);
    if (known !== undefined) return known;
    rests.set(key, rests.size);
    return rests.size - 1;
  };
  const pictureOf = (onAir: readonly OnAir[]): Picture => {
    const shown = onAir.map(({ playable, localS }) => playable.sample(localS));
    return together(format, shown);
  };
  return {
    format,
    lengthS,
    pictures: [...new Set(playables.flatMap(({ pictures }) => pictures))],
    showsVideo: playables.some(({ showsVideo }) => showsVideo),
    againS: times > 1 ? frameToS(order.leadFrames + periodFrames, fps) : undefined,
    tellingS: tellingOf(order, playables),
    posterS: parts.length === 0 ? 0 : frameToS(parts[0]!.startFrame, fps) + playables[0]!.posterS,
    words: () =>
      Array.from({ length: times }, (_, showing) =>
        parts.flatMap(({ startFrame }, part) => {
          const startS = frameToS(startFrame + showing * periodFrames, fps);
          return playables[part]!.words().map((said) => ({
            ...said,
            startS: said.startS + startS,
            endS: said.endS + startS,
            words: said.words.map((word) => ({ ...word, timeS: word.timeS + startS })),
          }));
        }),
      ).flat(),
    sample: (timeS) => pictureOf(onAirAt(timeS)),
    opsAt: (timeS) => pictureOf(onAirAt(timeS)).ops,
    restAt: (timeS) => {
      const onAir = onAirAt(timeS);
      const resting = onAir.map(({ playable, localS }) => playable.restAt(localS));
      if (resting.some((rest) => rest === undefined)) return undefined;
      return numberOf(onAir.map(({ part }, i) => `${part}:${resting[i]}`).join(" "));
    },
    isPassing: (timeS) => onAirAt(timeS).some(({ playable, localS }) => playable.isPassing(localS)),
  };
}
