import { database } from "@/server/db/connection";
import { endedTopic, listEventsOf, oldestSeq, settledSeq, type Event } from "@/server/db/events";
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
  let leave = () => {};
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const send = (text: string) => controller.enqueue(encoder.encode(text));
      const told = new Set<number>();
      const tell = (event: Event) => {
        if (told.has(event.seq)) return;
        told.add(event.seq);
        send(written(event));
      };
      send("retry: 1000\n\n");
      const unlisten = await hub().listen(topics, tell);
      const lookAgain = () =>
        void listener.may().then(
          (may) => may || leave(),
          () => leave(),
        );
      const unwatch = await hub().listen([endedTopic(listener.id)], lookAgain);
      const pulse = setInterval(() => send(": here\n\n"), pulseMs);
      const end = setTimeout(() => leave(), longestMs);
      leave = () => {
        leave = () => {};
        unlisten();
        unwatch();
        clearInterval(pulse);
        clearTimeout(end);
        // Whoever has hung up has closed it already.
        if (!signal.aborted) controller.close();
      };
      signal.addEventListener("abort", () => leave(), { once: true });
      if (signal.aborted) return leave();
      // What ended between being let in and listening is told by nobody any more.
      lookAgain();
      // Whoever comes for the first time has looked at things a moment ago: what has happened since is told too.
      const from = after ?? (await settledSeq(database()));
      send(`event: from\nid: ${from}\ndata: {}\n\n`);
      if (from < (await oldestSeq(database())) - 1) send("event: reset\ndata: {}\n\n");
      else for await (const event of eventsSince(topics, from)) tell(event);
    },
    cancel: () => leave(),
  });
  // Not to be packed on the way: packing waits for more.
  const headers = { "Content-Type": "text/event-stream", "Cache-Control": "no-store, no-transform" };
  return new Response(stream, { headers: { ...headers, "X-Accel-Buffering": "no" } });
}
