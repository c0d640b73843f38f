import type { Issue } from "../issue";
import type { Still, StillLayer } from "../layout/types";
import { leaveStartS } from "../schedule/instant";
import type { LayerTimes, TimedMove, Timetable } from "../schedule/types";
import { both, defineCheck } from "./define";
import { lengthNow, longerClip } from "./fixes";

/** Seconds to find a text, and for every word of it. */
const findS = 0.4;
const wordS = 0.28;

/** Texts that stand still for less time than it takes to read them. */
export function tooShortToRead(still: Still, table: Timetable): Issue[] {
  return still.layers.flatMap((entry): Issue[] => {
    const { layer, content } = entry;
    if (layer.kind !== "text" || layer.timer || layer.matteOnly || content.kind !== "text") return [];
    const words = layer.text.split(/\s+/).filter((word) => /[\p{L}\p{N}]/u.test(word)).length;
    if (words === 0 || entry.opacity === 0) return [];
    const needed = findS + wordS * words;
    const seconds = standsFor(entry, still, table);
    return seconds < needed - 0.05 ? [{ code: "read_short", layer: layer.id, seconds, needed }] : [];
  });
}

/** Seconds from when a layer, and every group it is in, has arrived until the first of them begins to leave. */
function standsFor(entry: StillLayer, still: Still, table: Timetable): number {
  const groups = new Map(still.layers.map(({ layer }) => [layer.id, layer.in]));
  let fromS = 0;
  let untilS = table.lengthS;
  for (let id: string | undefined = entry.layer.id; id !== undefined; id = groups.get(id)) {
    const times = table.layers.get(id);
    if (!times) continue;
    fromS = Math.max(fromS, readableS(times, table));
    untilS = Math.min(untilS, leaveStartS(table, times));
  }
  return Math.max(0, untilS - fromS);
}

/** A text that comes in parts over a long time is read as it comes: then the time of its last part counts. */
function readableS({ arrive }: LayerTimes, { squeeze }: Timetable): number {
  return Math.max(0, ...arrive.map((move) => (move.parts ? firstPartS(move) : move.endS) * (move.onCue ? 1 : squeeze)));
}

const firstPartS = ({ startS, parts }: TimedMove): number => startS + Math.min(...parts!.starts);

declare module "../issue" {
  interface Issues {
    read_short: { layer: string; seconds: number; needed: number };
  }
}

export const check = defineCheck({
  code: "read_short",
  severity: "warn",
  scopes: both,
  find: ({ scene: { still, table } }) => tooShortToRead(still, table),
  fixes: (facts, filled) => longerClip(filled, lengthNow(filled) + facts.needed - facts.seconds),
  words: (facts, nameOf) =>
    `“${nameOf(facts.layer)}” stands still for ${facts.seconds.toFixed(1)} s; reading it takes ${facts.needed.toFixed(1)} s. Make the clip longer, or let it arrive sooner.`,
});
