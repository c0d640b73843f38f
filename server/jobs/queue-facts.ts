import { database } from "@/server/db/connection";
import { mostLookedAt, queueAhead, readQueueFacts, type Ahead, type QueueFacts } from "@/server/db/workers";

/** Milliseconds that the queue is taken for unchanged; and where a job is asked for that came since. */
const [factsMs, newerMs] = [1000, 100];
let known: { readonly facts: Promise<QueueFacts>; readonly atMs: number } | undefined;

/** The queue as a whole, read once for all who look within so long. */
function queueFacts(withinMs: number): Promise<QueueFacts> {
  if (!known || known.atMs + withinMs < Date.now()) {
    const facts = readQueueFacts(database());
    known = { facts, atMs: Date.now() };
    facts.catch(() => (known = undefined));
  }
  return known.facts;
}

/** What lies before each of these jobs that still waits; those behind the first thousand are left out. */
export async function aheadOf(ids: readonly string[]): Promise<Map<string, Ahead>> {
  if (ids.length === 0) return new Map();
  let facts = await queueFacts(factsMs);
  const isNew = ids.some((id) => !facts.waiting.has(id));
  if (isNew && facts.waiting.size < mostLookedAt) facts = await queueFacts(newerMs);
  return queueAhead(ids, facts);
}
