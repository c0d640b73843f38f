/** Measurements that are kept. */
const mostKept = 8;
/** What two clocks may drift apart between two measurements that are kept. */
const driftMs = 50;

/** Milliseconds since 1970 by this machine, which never jump while it is awake. */
export const steadyMs = (): number => performance.timeOrigin + performance.now();

interface Measured {
  readonly offsetMs: number;
  readonly tripMs: number;
}

/** The server's clock, as answers tell it: the one that came back fastest is believed. */
export class ServerClock {
  private seen: Measured[] = [];

  /** An answer that was asked for and came at these instants of the steady clock. */
  learn(serverMs: number, askedMs: number, cameMs: number): void {
    const tripMs = Math.max(0, cameMs - askedMs);
    const now = { offsetMs: serverMs - (askedMs + cameMs) / 2, tripMs };
    // No measurement is wrong by more than half its trip: one that contradicts was made before a sleep, or a clock was set.
    this.seen = this.seen.filter(
      (one) => Math.abs(one.offsetMs - now.offsetMs) <= (one.tripMs + now.tripMs) / 2 + driftMs,
    );
    this.seen.push(now);
    if (this.seen.length > mostKept) this.seen.shift();
  }

  /** To be added to the steady clock. */
  get offsetMs(): number {
    return (
      this.seen.reduce<Measured | undefined>(
        (least, one) => (least && least.tripMs <= one.tripMs ? least : one),
        undefined,
      )?.offsetMs ?? 0
    );
  }

  now(): number {
    return steadyMs() + this.offsetMs;
  }
}

/** Messages between threads take less than this: more is a difference of their clocks. */
const transitMs = 1000;

/**
 * What must be added to this thread's steady clock for a server's, told with the teller's own instant: clocks of two
 * threads differ when the machine's was set between their starts.
 */
export function offsetHere(told: { readonly offsetMs: number; readonly sentMs: number }, receivedMs: number): number {
  const apartMs = receivedMs - told.sentMs;
  return told.offsetMs - (Math.abs(apartMs) < transitMs ? 0 : apartMs);
}
