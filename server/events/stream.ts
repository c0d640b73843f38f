import { database } from "@/server/db/connection";
import { endedTopic, listEventsOf, oldestSeq, settledSeq, type Event } from "@/server/db/events";
import { log } from "@/server/log";
import { hub } from "./hub";

/** A sign of life, so that nothing between us and a browser takes a quiet stream for a dead one. */
const pulseMs = 15_000;
/** A stream ends by itself, and the browser comes again: whoever may not listen any more is turned away then. */
const longestMs = 5 * 60_000;

/** Events of these topics after one, however many there are. */
async function* eventsSince(topics: readonly string[], from: number): AsyncGenerator<Event> {
  for (let after = from; ;) {
    const events = await listEventsOf(database(), topics, after, pageSize);
    yield* events;
    if (events.length < pageSize) return;
    after = events.at(-1)!.seq;
  }
}

const pageSize = 500;
const encoder = new TextEncoder();
const written = ({ seq, topic, body }: Event): string => `id: ${seq}\ndata: ${JSON.stringify({ topic, body })}\n\n`;

/** Whoever listens: the member or link they are, and whether they still may. */
export interface Listener {
  readonly id: string;
  readonly may: () => Promise<boolean>;
}

/**
 * Server-sent events of these topics, those since `after` first. The stream ends at once when its listener's session or
 * link does. Where some of those are gone, `reset` says that
 * everything must be looked at anew. Source: HTML Living Standard, 9.2.
 */
export function eventStream(
  topics: readonly string[],
  after: number | undefined,
  signal: AbortSignal,
  listener: Listener,
): Response {
  const undo: (() => void)[] = [];
  let left = false;
  let leave: (isClosed?: boolean) => void = () => (left = true);
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const send = (text: string) => left || controller.enqueue(encoder.encode(text));
      leave = (isClosed = signal.aborted) => {
        if (left) return;
        left = true;
        for (const step of undo.splice(0)) step();
        if (!isClosed) controller.close();
      };
      const listen = async (those: readonly string[], hear: (event: Event) => void) => {
        const unlisten = await hub().listen(those, hear);
        if (left) unlisten();
        else undo.push(unlisten);
      };
      const told = new Set<number>();
      const tell = (event: Event) => {
        if (told.has(event.seq)) return;
        told.add(event.seq);
        send(written(event));
      };
      // What comes while older ones are still looked up waits for them: whoever breaks off in between comes back with the
      // last number they heard, and would never hear of those before it.
      let early: Event[] | undefined = [];
      const lookAgain = () =>
        void listener.may().then(
          (may) => may || leave(),
          () => leave(),
        );
      signal.addEventListener("abort", () => leave(), { once: true });
      if (signal.aborted) return leave();
      const pulse = setInterval(() => send(": here\n\n"), pulseMs);
      const end = setTimeout(() => leave(), longestMs);
      undo.push(() => (clearInterval(pulse), clearTimeout(end)));
      send("retry: 1000\n\n");
      try {
        await listen(topics, (event) => (early ? early.push(event) : tell(event)));
        await listen([endedTopic(listener.id)], lookAgain);
        // What ended between being let in and listening is told by nobody any more.
        lookAgain();
        // Whoever comes for the first time has looked at things a moment ago: what has happened since is told too.
        const from = after ?? (await settledSeq(database()));
        send(`event: from\nid: ${from}\ndata: {}\n\n`);
        if (from < (await oldestSeq(database())) - 1) send("event: reset\ndata: {}\n\n");
        else for await (const event of eventsSince(topics, from)) tell(event);
        for (const event of early) tell(event);
        early = undefined;
      } catch (error) {
        // The database is away: the browser comes again, with the last number it has heard.
        log.warn({ err: error }, "a stream of events could not be begun; it is closed");
        leave();
      }
    },
    // Whoever hangs up has closed it already.
    cancel: () => leave(true),
  });
  // Not to be packed on the way: packing waits for more.
  const headers = { "Content-Type": "text/event-stream", "Cache-Control": "no-store, no-transform" };
  return new Response(stream, { headers: { ...headers, "X-Accel-Buffering": "no" } });
}
