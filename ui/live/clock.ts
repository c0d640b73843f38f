/** Measurements that are kept. */
const mostKept = 8;

/** Milliseconds since 1970 by this machine, which never jump while the page lives. */
export const steadyMs = (): number => performance.timeOrigin + performance.now();

/** The server's clock, as answers tell it: the one that came back fastest is believed. */
export class ServerClock {
  private readonly seen: { readonly offsetMs: number; readonly tripMs: number }[] = [];

  /** An answer that was asked for and came at these instants of the steady clock. */
  learn(serverMs: number, askedMs: number, cameMs: number): void {
    this.seen.push({ offsetMs: serverMs - (askedMs + cameMs) / 2, tripMs: cameMs - askedMs });
    if (this.seen.length > mostKept) this.seen.shift();
  }

  /** To be added to the steady clock. */
  get offsetMs(): number {
    const best = this.seen.reduce<{ offsetMs: number; tripMs: number } | undefined>(
      (least, one) => (least && least.tripMs <= one.tripMs ? least : one),
      undefined,
    );
    return best?.offsetMs ?? 0;
  }

  now(): number {
    return steadyMs() + this.offsetMs;
  }
}
