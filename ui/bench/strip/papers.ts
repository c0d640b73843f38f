import type { KeyTime } from "@/core/document/keys";

/** What the strip is drawn from, in seconds of the clip. */
export interface PhaseFacts {
  readonly arriveS: number;
  readonly leaveS: number;
  readonly lengthS: number;
  /** Seconds of the clip for one second as designed: less than 1 in a clip that is too short. */
  readonly squeeze: number;
}

/**
 * The three sheets of the strip, each as wide as its phase lasts, all to one scale. A stay that is too long for that
 * is folded in its middle: only what lies in the fold is drawn narrower than it lasts.
 */
export interface Papers extends PhaseFacts {
  /** Seconds to scale at either end; more than the phases take, so that there is room to pull. */
  readonly arriveSpanS: number;
  readonly leaveSpanS: number;
  /** Widths as shares of the strip. */
  readonly arrive: number;
  readonly stay: number;
  readonly leave: number;
  /** Where the fold lies; none in a clip that is short enough to be drawn to scale from end to end. */
  readonly fold: { readonly from: number; readonly width: number } | undefined;
  /** Share of the strip for one second outside the fold. */
  readonly perS: number;
}

/** Share of the strip that a fold takes, more for each instant in it that is to be told apart from its neighbours. */
const foldShare = 0.12;
const foldPerMark = 0.05;
const mostFold = 0.55;
const stepS = 0.2;
const roomS = 0.3;

const spanOf = (phaseS: number): number => Math.ceil((Math.max(phaseS, 0.4) + roomS) / stepS - 1e-9) * stepS;

/** The sheets for a clip whose phases take so many seconds; `marksS` are instants, such as cues, that must stay apart. */
export function papersOf(facts: PhaseFacts, marksS: readonly number[] = []): Papers {
  const { arriveS, leaveS, lengthS } = facts;
  const spans = { arriveSpanS: spanOf(arriveS), leaveSpanS: spanOf(leaveS) };
  const shownS = spans.arriveSpanS + spans.leaveSpanS;
  const inside = marksS.filter((timeS) => timeS > spans.arriveSpanS && timeS < lengthS - spans.leaveSpanS).length;
  const foldWidth = Math.min(mostFold, foldShare + foldPerMark * inside);
  const folds = shownS < lengthS * (1 - foldWidth);
  const perS = folds ? (1 - foldWidth) / shownS : 1 / lengthS;
  const arrive = Math.min(1, arriveS * perS);
  const leave = Math.min(1 - arrive, leaveS * perS);
  return {
    ...facts,
    ...(folds ? spans : { arriveSpanS: lengthS, leaveSpanS: 0 }),
    ...{ arrive, stay: 1 - arrive - leave, leave, perS },
    fold: folds ? { from: spans.arriveSpanS * perS, width: foldWidth } : undefined,
  };
}

/** Where an instant of the clip stands on the papers, as a share of the strip. */
export function shareAt({ arriveSpanS, leaveSpanS, lengthS, fold, perS }: Papers, timeS: number): number {
  const leaveFromS = lengthS - leaveSpanS;
  if (!fold || timeS < arriveSpanS) return Math.min(1, timeS * perS);
  if (timeS < leaveFromS) return fold.from + (fold.width * (timeS - arriveSpanS)) / (leaveFromS - arriveSpanS);
  return Math.min(1, 1 - (lengthS - timeS) * perS);
}

/** The instant at a share of the strip. */
export function timeAt({ arriveSpanS, leaveSpanS, lengthS, fold, perS }: Papers, share: number): number {
  const at = Math.min(1, Math.max(0, share));
  if (!fold || at < fold.from) return at / perS;
  const leaveFromS = lengthS - leaveSpanS;
  if (at < fold.from + fold.width) return arriveSpanS + ((leaveFromS - arriveSpanS) * (at - fold.from)) / fold.width;
  return lengthS - (1 - at) / perS;
}

/**
 * Where a bar of a phase lies, from its seconds of the phase as designed; a mirrored leave by its arriving move, and a
 * move of the stay by the seconds of the clip from its first turn to the end of its last.
 */
export function barPlace(
  papers: Papers,
  bar: { readonly startS: number; readonly endS: number; readonly onCue?: boolean },
  kind: { readonly phase: "arrive" | "stay" } | { readonly phase: "leave"; readonly phaseS: number } | Echo,
): { readonly left: number; readonly width: number } {
  const { perS, squeeze, lengthS } = papers;
  const scale = perS * squeeze;
  const between = (fromS: number, toS: number) => {
    const [left, right] = [fromS, toS].map((timeS) => shareAt(papers, Math.min(lengthS, Math.max(0, timeS))));
    return { left: left!, width: right! - left! };
  };
  if (kind.phase === "stay") return between(bar.startS, bar.endS);
  if (bar.onCue && kind.phase !== "echo") return between(bar.startS, bar.endS);
  switch (kind.phase) {
    case "arrive":
      return { left: bar.startS * scale, width: (bar.endS - bar.startS) * scale };
    case "leave":
      return { left: 1 - (kind.phaseS - bar.startS) * scale, width: (bar.endS - bar.startS) * scale };
    case "echo":
      if (kind.togetherS !== undefined) return between(lengthS - kind.togetherS * squeeze, lengthS);
      if (bar.onCue) return between(lengthS - bar.endS * kind.pace, lengthS - bar.startS * kind.pace);
      return { left: 1 - bar.endS * kind.pace * scale, width: (bar.endS - bar.startS) * kind.pace * scale };
  }
}

interface Echo {
  readonly phase: "echo";
  readonly pace: number;
  /** Where everything fades at once: how long that takes. */
  readonly togetherS?: number | undefined;
}

/** The stretch of the clip that a phase takes. */
export function stretchOf(
  phase: "arrive" | "stay" | "leave",
  { arriveS, leaveS, lengthS }: Omit<PhaseFacts, "squeeze">,
): { fromS: number; toS: number } {
  if (phase === "arrive") return { fromS: 0, toS: Math.max(0.1, arriveS) };
  if (phase === "leave") return { fromS: lengthS - Math.max(0.1, leaveS), toS: lengthS };
  return { fromS: arriveS, toS: Math.max(arriveS + 0.1, lengthS - leaveS) };
}

/** When an instant is, in seconds of the clip; undefined for those of a video, which only its slot knows. */
export function secondOf(
  at: KeyTime,
  { arriveS, leaveS, lengthS }: Omit<PhaseFacts, "squeeze">,
  cues: readonly { readonly id: string; readonly at: number }[],
): number | undefined {
  switch (at.anchor) {
    case "start":
      return at.gap;
    case "end":
      return lengthS + at.gap;
    case "stay":
      return arriveS + (lengthS - leaveS - arriveS) * at.share + at.gap;
    case "cue": {
      const cue = cues.find(({ id }) => id === at.cue);
      return cue && cue.at + at.gap;
    }
    case "video":
      return undefined;
  }
}
