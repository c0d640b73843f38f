/** The one needle of a contact sheet: an instant of all clips, or for each the one that it shows best at. */
export class ContactClock {
  private readonly listeners = new Set<() => void>();
  private state: { readonly timeS: number | undefined; readonly playing: boolean } = {
    timeS: undefined,
    playing: false,
  };
  private ticker = 0;
  private started = { ms: 0, fromS: 0 };

  /** `lengthS` is that of the longest clip. */
  constructor(private lengthS: number) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly snapshot = () => this.state;

  /** The clips are longer or shorter now. */
  reach(lengthS: number): void {
    this.lengthS = lengthS;
  }

  seek(timeS: number | undefined): void {
    this.stop();
    this.change({ timeS, playing: false });
  }

  toggle(): void {
    if (this.state.playing) return this.seek(this.state.timeS);
    const fromS = this.state.timeS === undefined || this.state.timeS >= this.lengthS ? 0 : this.state.timeS;
    this.started = { ms: performance.now(), fromS };
    this.change({ timeS: fromS, playing: true });
    this.ticker = requestAnimationFrame(this.tick);
  }

  stop(): void {
    cancelAnimationFrame(this.ticker);
  }

  private readonly tick = (nowMs: number): void => {
    const { ms, fromS } = this.started;
    this.change({ timeS: (fromS + Math.max(0, nowMs - ms) / 1000) % this.lengthS, playing: true });
    this.ticker = requestAnimationFrame(this.tick);
  };

  private change(state: ContactClock["state"]): void {
    this.state = state;
    for (const listener of this.listeners) listener();
  }
}
