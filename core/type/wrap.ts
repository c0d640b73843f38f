import LineBreaker from "linebreak";
import type { LineShaper, ShapedLine } from "./shape-line";

interface Opportunity {
  readonly at: number;
  readonly required: boolean;
}

/** Where a line may or must end. Source: UAX #14. */
export function breakOpportunities(text: string): Opportunity[] {
  const breaker = new LineBreaker(text);
  const found: Opportunity[] = [];
  for (let next = breaker.nextBreak(); next; next = breaker.nextBreak()) {
    found.push({ at: next.position, required: next.required ?? false });
  }
  return found;
}

/** Fills each line as far as it goes; a single word wider than the line stands alone and overflows. */
export function wrapGreedy(shaper: LineShaper, opportunities: readonly Opportunity[], widthEm: number): ShapedLine[] {
  const lines: ShapedLine[] = [];
  let start = 0;
  let fitting: ShapedLine | undefined;
  for (const opportunity of opportunities) {
    const candidate = shaper.line(start, opportunity.at);
    if (fitting && candidate.widthEm > widthEm) {
      lines.push(fitting);
      start = fitting.end;
      while (start < opportunity.at && /\s/u.test(shaper.item.text[start]!)) start++;
      fitting = shaper.line(start, opportunity.at);
    } else {
      fitting = candidate;
    }
    if (opportunity.required) {
      lines.push(fitting);
      start = opportunity.at;
      fitting = undefined;
    }
  }
  if (fitting) lines.push(fitting);
  return lines;
}

/** The smallest width that keeps the line count of the greedy wrap, so that lines come out even. */
export function wrapEven(shaper: LineShaper, opportunities: readonly Opportunity[], widthEm: number): ShapedLine[] {
  const greedy = wrapGreedy(shaper, opportunities, widthEm);
  if (greedy.length < 2) return greedy;
  const widest = (lines: readonly ShapedLine[]) => Math.max(...lines.map((line) => line.widthEm));
  let best = greedy;
  let high = widest(greedy);
  let low = high / greedy.length;
  for (let step = 0; step < 24 && high - low > 0.005; step++) {
    const middle = (low + high) / 2;
    const lines = wrapGreedy(shaper, opportunities, middle);
    if (lines.length === greedy.length && widest(lines) <= middle) [best, high] = [lines, middle];
    else low = middle;
  }
  return best;
}
