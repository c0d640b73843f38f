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

/** Reads the table again and again, from when somebody listens until nobody does any more. */
class Reader {
  /** Resolves once everything older than those who listen has been passed over. */
  readonly ready: Promise<void>;
  private readonly told = new Set<number>();
  private readonly tell: Listener;
  /** Everything up to here has been told or is older than anybody who listens. */
  private floor = 0;
  private timer: NodeJS.Timeout | undefined;
  private over = false;
  private reading = true;
  private again = false;

  constructor(tell: Listener) {
    this.tell = tell;
    this.ready = this.begin();
  }

  /** Reads no further, and tells nothing more of what it is just reading. */
  end(): void {
    this.over = true;
    clearInterval(this.timer);
  }

  /** Looks now, without waiting for its next time. */
  look(): void {
    if (this.reading) this.again = true;
    else void this.lookAloud();
  }

  private async begin(): Promise<void> {
    this.floor = await settledSeq(database());
    await this.read(() => undefined);
    this.reading = false;
    if (!this.over) this.timer = setInterval(() => this.reading || void this.lookAloud(), readMs);
    if (this.again) this.look();
  }

  private async lookAloud(): Promise<void> {
    this.reading = true;
    do {
      this.again = false;
      try {
        await this.read(this.tell);
      } catch (error) {
        log.warn({ err: error }, "events could not be read; trying again");
      }
      // Told while it was looking, it may have looked too early.
    } while (this.again && !this.over);
    this.reading = false;
  }

  /** Page by page up to the newest: those that have not settled yet are read again, however many they are. */
  private async read(tell: Listener): Promise<void> {
    for (let after = this.floor; ;) {
      const events = await listEvents(database(), after, pageSize);
      if (this.over) return;
      for (const event of events) {
        if (this.told.has(event.seq)) continue;
        this.told.add(event.seq);
        tell(event);
      }
      if (events.length < pageSize) break;
      after = events.at(-1)!.seq;
    }
    if (this.told.size > mostTold) await this.settle();
  }

  /** Nothing can appear any more before what has settled. */
  private async settle(): Promise<void> {
    this.floor = Math.max(this.floor, await settledSeq(database()));
    for (const seq of this.told) if (seq <= this.floor) this.told.delete(seq);
  }
}

class Hub {
  private readonly listeners = new Map<string, Set<Listener>>();
  private reader: Reader | undefined;

  /** Hears of these topics from now on, until the answer is called. */
  async listen(topics: readonly string[], listener: Listener): Promise<() => void> {
    for (const topic of topics) this.listeners.set(topic, (this.listeners.get(topic) ?? new Set()).add(listener));
    const leave = () => this.leave(topics, listener);
    this.reader ??= new Reader((event) => this.tell(event));
    try {
      await this.reader.ready;
    } catch (error) {
      leave();
      throw error;
    }
    return leave;
  }

  /** Looks now: this process has just told something. */
  nudge(): void {
    this.reader?.look();
  }

  private tell(event: Event): void {
    for (const listener of this.listeners.get(event.topic) ?? []) listener(event);
  }

  private leave(topics: readonly string[], listener: Listener): void {
    for (const topic of topics) {
      const those = this.listeners.get(topic);
      those?.delete(listener);
      if (those?.size === 0) this.listeners.delete(topic);
    }
    if (this.listeners.size > 0) return;
    this.reader?.end();
    this.reader = undefined;
  }
}

const holder = globalThis as { rubrickHub?: Hub };

/** The one that this process has. */
export const hub = (): Hub => (holder.rubrickHub ??= new Hub());
