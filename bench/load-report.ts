import { cpus, loadavg } from "node:os";
import { watchHost } from "@/tests/hostile/watch";

/* What a load has shown: the time of each kind of call, memory, and whether the machine was its own. */

/** Milliseconds that nineteen of twenty calls of a kind may take at most. */
const targets: Readonly<Record<string, number>> = {
  ...{ page: 300, list: 300, open: 300, outbox: 300, bench: 300, sheet: 300, live: 300 },
  ...{ patch: 500, cell: 500, edit: 500, press: 500, export: 500 },
  // Each picture is read by a process of its own, behind everything else.
  upload: 3000,
};

export const watchedProcesses = ["web", "worker", "database"] as const;
export type Memory = Readonly<Record<(typeof watchedProcesses)[number], number>>;

export class LoadReport {
  readonly failures: string[] = [];
  readonly memory: Memory[] = [];
  private readonly taken: Record<string, number[]> = {};
  private readonly stolen = watchHost();

  note(kind: string, ms: number): void {
    (this.taken[kind] ??= []).push(ms);
  }

  /** Prints all there is so far; whether everything is met. */
  print(more: readonly string[] = []): boolean {
    const lines = [...this.times(), ...this.sizes(), this.failed()];
    for (const { good, text } of lines) console.log(`${good ? "met   " : "MISSED"}  ${text}`);
    for (const failure of [...new Set(this.failures)].slice(0, 10)) console.log(`        ${failure}`);
    const load = loadavg()[0]!.toFixed(1);
    const stolen = Math.round(100 * this.stolen());
    console.log(
      `        machine: load ${load} on ${cpus().length} cores, ${stolen} % of them given to others by its host`,
    );
    for (const line of more) console.log(`        ${line}`);
    return lines.every(({ good }) => good);
  }

  private times() {
    return Object.entries(targets).map(([kind, most]) => {
      const sorted = [...(this.taken[kind] ?? [])].sort((a, b) => a - b);
      if (sorted.length === 0) return { good: false, text: `${kind}: no calls` };
      const at = (share: number) => Math.round(sorted[Math.floor((sorted.length - 1) * share)]!);
      const figures = `half ${at(0.5)} ms, 95 % ${at(0.95)} ms (at most ${most} ms), slowest ${at(1)} ms`;
      return { good: at(0.95) <= most, text: `${kind}: ${sorted.length} calls, ${figures}` };
    });
  }

  /** What a process holds in the last third of the time is at most a fifth more than in the second. */
  private sizes() {
    const third = Math.floor(this.memory.length / 3);
    const mean = (part: number[]) => Math.round(part.reduce((sum, one) => sum + one, 0) / Math.max(1, part.length));
    return watchedProcesses.map((name) => {
      const all = this.memory.map((one) => one[name]);
      const [middle, last] = [mean(all.slice(third, 2 * third)), mean(all.slice(2 * third))];
      const figures = `${all[0]} MB at first, ${middle} MB in the second third, ${last} MB in the last`;
      return { good: last <= middle * 1.2, text: `memory of ${name}: ${figures}` };
    });
  }

  private failed() {
    return { good: this.failures.length === 0, text: `${this.failures.length} failed calls` };
  }
}
