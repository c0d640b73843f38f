import { database } from "@/server/db/connection";
import { listEvents, settledSeq, type Event } from "@/server/db/events";
import { log } from "@/server/log";

/*
 * Every process reads the table of events once, for all who listen in it.
 */

/** A press on a remote is to be seen at once, also by those whom another process tells. */
const readMs = 100;
const pageSize = 500;
/** Events that were told, by number, so that one which appears late is told and none twice; more are looked through. */
const mostTold = 500;

type Listener = (event: Event) => void;

class Hub {
  private readonly listeners = new Map<string, Set<Listener>>();
  private readonly told = new Set<number>();
  private timer: NodeJS.Timeout | undefined;
  /** Everything up to here has been told or is older than anybody who listens. */
  private floor = 0;

  /** Hears of these topics from now on, until the answer is called. */
  async listen(topics: readonly string[], listener: Listener): Promise<() => void> {
    if (!this.timer) await this.start();
    for (const topic of topics) this.listeners.set(topic, (this.listeners.get(topic) ?? new Set()).add(listener));
    return () => {
      for (const topic of topics) {
        const those = this.listeners.get(topic);
        those?.delete(listener);
        if (those?.size === 0) this.listeners.delete(topic);
      }
      if (this.listeners.size === 0) this.end();
    };
  }

  /** Looks now: this process has just told something. */
  nudge(): void {
    if (this.reading) this.again = true;
    else if (this.timer) void this.read(true);
  }

  private async start(): Promise<void> {
    this.timer = setInterval(() => void this.read(true), readMs);
    this.floor = await settledSeq(database());
    await this.read(false);
  }

  private end(): void {
    clearInterval(this.timer);
    this.timer = undefined;
    this.told.clear();
  }

  private reading = false;
  private again = false;

  private async read(tell: boolean): Promise<void> {
    if (this.reading) return;
    this.reading = true;
    this.again = false;
    try {
      // Page by page up to the newest: those that have not settled yet are read again, however many they are.
      let after = this.floor;
      for (;;) {
        const events = await listEvents(database(), after, pageSize);
        for (const event of events) this.tell(event, tell);
        if (events.length < pageSize) break;
        after = events.at(-1)!.seq;
      }
      if (this.told.size > mostTold) await this.settle();
    } catch (error) {
      log.warn({ err: error }, "events could not be read; trying again");
    } finally {
      this.reading = false;
    }
    // Told while it was looking, it may have looked too early.
    if (this.again && this.timer) void this.read(tell);
  }

  private tell(event: Event, aloud: boolean): void {
    if (this.told.has(event.seq)) return;
    this.told.add(event.seq);
    if (aloud) for (const listener of this.listeners.get(event.topic) ?? []) listener(event);
  }

  /** Nothing can appear any more before what has settled. */
  private async settle(): Promise<void> {
    this.floor = Math.max(this.floor, await settledSeq(database()));
    for (const seq of this.told) if (seq <= this.floor) this.told.delete(seq);
  }
}

const holder = globalThis as { rubrickHub?: Hub };

/** The one that this process has. */
export const hub = (): Hub => (holder.rubrickHub ??= new Hub());
