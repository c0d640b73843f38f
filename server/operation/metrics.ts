import { timingSafeEqual, createHash } from "node:crypto";
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from "prom-client";
import { database } from "@/server/db/connection";
import { readQueueFigures } from "@/server/db/figures";
import { listWorkers } from "@/server/db/workers";
import { version } from "@/server/version";

/*
 * Figures in the text format of Prometheus. Source: its exposition format, 0.0.4.
 */

interface Figures {
  readonly registry: Registry;
  readonly calls: Histogram;
  readonly refused: Counter;
}

// One a process, whichever of its bundles asks.
const held = globalThis as { rubrickFigures?: Figures };

function figures(): Figures {
  if (held.rubrickFigures) return held.rubrickFigures;
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  const registers = [registry];
  const calls = new Histogram({
    ...{
      name: "rubrick_call_seconds",
      help: "How long calls of handlers took",
      labelNames: ["method", "status"],
      registers,
    },
    buckets: [0.005, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10],
  });
  const refused = new Counter({
    ...{ name: "rubrick_handler_faults_total", help: "Calls that failed through a fault of ours", registers },
  });
  held.rubrickFigures = { registry, calls, refused };
  return held.rubrickFigures;
}

/** Notes how a call ended. */
export function noteCall(method: string, status: number, seconds: number): void {
  const { calls, refused } = figures();
  calls.observe({ method, status: `${Math.floor(status / 100)}xx` }, seconds);
  if (status >= 500 && status !== 503 && status !== 507) refused.inc();
}

/** Whether whoever asks has shown the word that METRICS_TOKEN holds. */
export function holdsToken(request: Request): boolean {
  const wanted = process.env.METRICS_TOKEN;
  const shown = /^Bearer (.+)$/.exec(request.headers.get("authorization") ?? "")?.[1];
  if (!wanted || shown === undefined) return false;
  const digest = (text: string) => createHash("sha256").update(text).digest();
  return timingSafeEqual(digest(wanted), digest(shown));
}

/** All figures as text: those of this process, and those of the house, read anew. */
export async function readMetrics(): Promise<{ text: string; type: string }> {
  const db = database();
  const { registry } = figures();
  const house = new Registry();
  const registers = [house];
  const gauge = (name: string, help: string, labelNames: string[] = []) =>
    new Gauge({ name, help, labelNames, registers });
  const [queue, workers] = await Promise.all([readQueueFigures(db), listWorkers(db)]);
  const open = gauge("rubrick_jobs_open", "Jobs that wait or are in hand", ["kind", "state"]);
  for (const { kind, state, count } of queue.open) open.set({ kind, state }, count);
  gauge("rubrick_job_oldest_wait_seconds", "How long the job waits that was asked for first").set(queue.oldestS);
  const ended = gauge("rubrick_jobs_ended_last_hour", "Jobs that ended in the last hour", ["kind", "state"]);
  const took = gauge("rubrick_job_seconds_last_hour", "Seconds of work of those", ["kind", "state"]);
  for (const { kind, state, count, seconds } of queue.ended) {
    ended.set({ kind, state }, count);
    took.set({ kind, state }, seconds);
  }
  gauge("rubrick_workers", "Workers that are there").set(workers.length);
  const memory = gauge("rubrick_worker_memory_bytes", "Memory of each worker", ["worker"]);
  for (const worker of workers) memory.set({ worker: worker.name }, worker.memoryBytes);
  const strangers = workers.filter((worker) => worker.version !== version()).length;
  gauge("rubrick_workers_of_another_version", "Workers that run another version than this process").set(strangers);
  gauge("rubrick_build_info", "What this process runs", ["version"]).set({ version: version() }, 1);
  return { text: await Registry.merge([registry, house]).metrics(), type: registry.contentType };
}
