import { frameToS } from "../document/fps";
import { intersectBox, isEmptyBox, type Box } from "../geometry/box";
import type { OrderIssue } from "./issues";
import type { TimedOrder, TimedPart } from "./time-order";

/** Overlaps shorter than this go by unseen. */
const unseenFrames = 2;

const endOf = ({ startFrame, frames }: TimedPart): number => startFrame + frames;

/** Parts that are on while others are, beside those that only touch. */
export function overlapping({ parts }: TimedOrder): number[] {
  const found = new Set<number>();
  for (const [i, one] of parts.entries()) {
    for (let j = i + 1; j < parts.length && parts[j]!.startFrame < endOf(one); j++) {
      if (Math.min(endOf(one), endOf(parts[j]!)) - parts[j]!.startFrame <= unseenFrames) continue;
      found.add(i).add(j);
    }
  }
  return [...found].sort((a, b) => a - b);
}

/**
 * Graphics of one showing that are on together and in one another's way: on the same place of the picture. Hand-overs
 * between neighbours, while one leaves, are meant. `boundsOf` is what a part touches, in pixels.
 */
export function takenPlaces(
  order: TimedOrder,
  boundsOf: (part: number) => Box,
  leaveFramesOf: (part: number) => number,
) {
  const issues: OrderIssue[] = [];
  const { parts, fps } = order;
  for (const [i, one] of parts.entries()) {
    for (let j = i + 1; j < parts.length && parts[j]!.startFrame < endOf(one); j++) {
      const other = parts[j]!;
      const together = Math.min(endOf(one), endOf(other)) - other.startFrame;
      if (together <= Math.max(unseenFrames, leaveFramesOf(i))) continue;
      if (isEmptyBox(intersectBox(boundsOf(i), boundsOf(j)))) continue;
      const seconds = frameToS(together, fps);
      issues.push({ code: "order_place", entry: one.entry.id, next: other.entry.id, seconds });
    }
  }
  return issues;
}

const reasons = {
  gone: "its design is not here any more.",
  format: "its design has not this format.",
  size: "its house style has another size for this format than the others.",
  values: "something in it is missing or can’t be.",
} as const;

/** What is said of an order, in words. `nameOf` gives what an entry is called. */
export function orderWords(issue: OrderIssue, nameOf: (entry: string) => string): string {
  switch (issue.code) {
    case "order_entry":
      return `“${nameOf(issue.entry)}” can’t go out: ${issue.said ?? reasons[issue.reason]}`;
    case "order_length":
      return `“${nameOf(issue.entry)}” can’t be ${issue.wantedS.toFixed(1)} s long: it is ${issue.lengthS.toFixed(1)} s.`;
    case "order_overlap":
      return `“${nameOf(issue.entry)}” and “${nameOf(issue.next)}” can’t overlap so long: they overlap as far as the shorter lasts.`;
    case "order_place":
      return `“${nameOf(issue.entry)}” and “${nameOf(issue.next)}” are on the same place for ${issue.seconds.toFixed(1)} s. Let one come later, or be shorter.`;
  }
}
