import type { Fps } from "../document/fps";
import type { HandOver, OrderEntry, RunningOrder } from "../document/order";
import type { OrderIssue } from "./issues";

/** What must be known of a filled-in release to give it its place; seconds. */
export interface PartFacts {
  /** As filled in. */
  readonly lengthS: number;
  readonly minS: number;
  readonly maxS: number;
  /** How long it takes to leave in a clip of so many seconds. */
  readonly leaveS: (lengthS: number) => number;
}

/** One graphic at its place in one showing; whole frames. */
export interface TimedPart {
  readonly entry: OrderEntry;
  readonly startFrame: number;
  readonly frames: number;
}

export interface TimedOrder {
  readonly fps: Fps;
  /** Of the first showing, by their start: the pause before it counts. */
  readonly parts: readonly TimedPart[];
  /** Pauses before the first showing and after the last. */
  readonly leadFrames: number;
  readonly tailFrames: number;
  /** Length of one showing. */
  readonly showingFrames: number;
  /** From the start of one showing to the start of the next. */
  readonly periodFrames: number;
  readonly times: number;
  readonly issues: readonly OrderIssue[];
}

/**
 * Gives each entry that is on its place, in whole frames, so that a showing is the same frames each time. Entries whose
 * facts are unknown, since they can't be shown, take no time. What doesn't fit is made to fit, and told.
 */
export function timeOrder(
  order: RunningOrder,
  factsOf: (entry: OrderEntry) => PartFacts | undefined,
  fps: Fps,
): TimedOrder {
  const framesOf = (seconds: number): number => Math.round((seconds * fps.num) / fps.den);
  const issues: OrderIssue[] = [];
  const shown = order.entries.flatMap((entry) => {
    const facts = entry.on ? factsOf(entry) : undefined;
    return facts ? [{ entry, facts }] : [];
  });
  const wanted = wantedLengths(order, shown);
  const measured = shown.map(({ entry, facts }, i) => {
    const lengthS = Math.min(facts.maxS, Math.max(facts.minS, wanted[i]!));
    if (Math.abs(lengthS - wanted[i]!) > 1e-6)
      issues.push({ code: "order_length", entry: entry.id, wantedS: wanted[i]!, lengthS });
    return { entry, frames: Math.max(1, framesOf(lengthS)), leaveFrames: framesOf(facts.leaveS(lengthS)) };
  });
  const parts = order.by === "times" ? atTimes(measured, framesOf) : inSequence(order, measured, framesOf, issues);
  const showingFrames = Math.max(0, ...parts.map(({ startFrame, frames }) => startFrame + frames));
  const { times, pauseS, beforeS, afterS } = order.repeat;
  const [leadFrames, tailFrames] = [framesOf(beforeS), framesOf(afterS)];
  return {
    ...{ fps, leadFrames, tailFrames, showingFrames, periodFrames: showingFrames + framesOf(pauseS), times, issues },
    parts: parts.map((part) => ({ ...part, startFrame: part.startFrame + leadFrames })),
  };
}

interface Measured {
  readonly entry: OrderEntry;
  readonly frames: number;
  readonly leaveFrames: number;
}

type Framing = (seconds: number) => number;

function wantedLengths(
  { lengths, handOver, by }: RunningOrder,
  shown: readonly { readonly entry: OrderEntry; readonly facts: PartFacts }[],
): number[] {
  switch (lengths.kind) {
    case "own":
      return shown.map(({ facts }) => facts.lengthS);
    case "equal":
      return shown.map(() => lengths.seconds);
    case "shared": {
      // Hand-overs take their share first; leaving is as long as it is in a clip of the length that comes out.
      const between = by === "times" ? [] : shown.slice(0, -1);
      const shareFor = (eachS: number): number => {
        const apart = between.map(({ entry, facts }) => {
          const how = entry.handOver ?? handOver;
          if (how.kind === "leaving") return -facts.leaveS(eachS);
          return how.kind === "gap" ? how.seconds : -how.seconds;
        });
        return (lengths.seconds - apart.reduce((sum, seconds) => sum + seconds, 0)) / Math.max(1, shown.length);
      };
      let each = lengths.seconds / Math.max(1, shown.length);
      for (let round = 0; round < 4; round++) each = Math.max(0.1, shareFor(each));
      return shown.map(() => each);
    }
  }
}

function inSequence(order: RunningOrder, measured: readonly Measured[], framesOf: Framing, issues: OrderIssue[]) {
  const parts: TimedPart[] = [];
  let startFrame = 0;
  for (const [i, { entry, frames, leaveFrames }] of measured.entries()) {
    parts.push({ entry, startFrame, frames });
    const next = measured[i + 1];
    if (!next) break;
    const how = entry.handOver ?? order.handOver;
    const overlap = overlapFrames(how, leaveFrames, framesOf);
    // The next may not come before this one, nor be gone before it.
    const most = Math.min(frames, next.frames);
    if (overlap > most) issues.push({ code: "order_overlap", entry: entry.id, next: next.entry.id });
    startFrame += frames - Math.min(most, overlap);
  }
  return parts;
}

function overlapFrames(how: HandOver, leaveFrames: number, framesOf: Framing): number {
  if (how.kind === "leaving") return leaveFrames;
  return how.kind === "gap" ? -framesOf(how.seconds) : framesOf(how.seconds);
}

const atTimes = (measured: readonly Measured[], framesOf: Framing): TimedPart[] =>
  measured
    .map(({ entry, frames }) => ({ entry, startFrame: framesOf(entry.at), frames }))
    .sort((a, b) => a.startFrame - b.startFrame);
