import type { MoveBar } from "@/ui/stage/protocol";

/** Where a bar lies among those that run at the same time: its place from the top, and of how many. */
export interface Slot {
  readonly at: number;
  readonly of: number;
}

/** A place of its own for each bar that another one would lie over. */
export function slotsOf(bars: readonly MoveBar[]): Map<string, Slot> {
  const slots = new Map<string, Slot>();
  for (const phase of ["arrive", "stay", "leave"] as const) {
    const own = bars.filter((bar) => bar.phase === phase).sort((a, b) => a.startS - b.startS);
    const ends: number[] = [];
    const places = own.map(({ startS, endS }) => {
      const free = ends.findIndex((end) => end <= startS + 1e-6);
      const at = free < 0 ? ends.length : free;
      ends[at] = endS;
      return at;
    });
    if (ends.length > 1) own.forEach(({ move }, i) => slots.set(move, { at: places[i]!, of: ends.length }));
  }
  return slots;
}
