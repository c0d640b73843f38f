import { assertNever } from "../assert-never";
import type { Link, LinkSource } from "../document/link";
import { IssueError } from "../issue";
import { readSum, SumError } from "./sum";

/** Reads one number of a source: at rest while laying out, live while sampling. */
export type ReadSource = (source: Omit<LinkSource, "name">) => number;

const prepared = new WeakMap<Link, (read: ReadSource) => number>();

/** What a link gives, with its sources read by `read`. Throws an IssueError that names the layer for a broken sum. */
export function linkValue(link: Link, layer: string, read: ReadSource): number {
  let compute = prepared.get(link);
  if (!compute) prepared.set(link, (compute = prepare(link, layer)));
  const value = compute(read);
  if (Number.isFinite(value)) return value;
  throw new IssueError({ code: "sum_broken", layer, property: link.property, reason: "it divides by zero" });
}

function prepare(link: Link, layer: string): (read: ReadSource) => number {
  switch (link.kind) {
    case "range": {
      const [from, to] = [link.from, link.to];
      return (read) => {
        const span = from[1] - from[0];
        const share = span === 0 ? 0 : (read(link.source) - from[0]) / span;
        const held = link.clamp ? Math.min(1, Math.max(0, share)) : share;
        return to[0] * (1 - held) + to[1] * held;
      };
    }
    case "sum": {
      try {
        const sum = readSum(
          link.sum,
          link.sources.map(({ name }) => name),
        );
        return (read) => sum(Object.fromEntries(link.sources.map((source) => [source.name, read(source)])));
      } catch (error) {
        if (!(error instanceof SumError)) throw error;
        throw new IssueError({ code: "sum_broken", layer, property: link.property, reason: error.message });
      }
    }
    default:
      return assertNever(link);
  }
}

const live: ReadonlySet<string> = new Set(["turn", "opacity", "scale", "shift-x", "shift-y"]);

/** Whether a link's value can differ while layers move. */
export function isLive(link: Link): boolean {
  const sources = link.kind === "sum" ? link.sources : [link.source];
  return sources.some(({ read }) => live.has(read));
}
