import type { Issue } from "../issue";
import type { Still } from "../layout/types";
import type { Timetable } from "../schedule/types";
import { defineCheck, ofDesign } from "./define";

/** Moves of the stay that never come to a turn, because the stay is shorter than one. */
export function idleLoops(still: Still, table: Timetable): Issue[] {
  return still.layers.flatMap(({ layer }): Issue[] => {
    const idle = table.layers.get(layer.id)?.stay.find(({ cycles }) => cycles?.count === 0);
    return idle ? [{ code: "loop_idle", layer: layer.id, seconds: idle.lengthS }] : [];
  });
}

declare module "../issue" {
  interface Issues {
    loop_idle: { layer: string; seconds: number };
  }
}

export const check = defineCheck({
  code: "loop_idle",
  severity: "warn",
  scopes: ofDesign,
  find: ({ scene: { still, table } }) => idleLoops(still, table),
  words: (facts, nameOf) =>
    `The stay is too short for one repeat of what “${nameOf(facts.layer)}” does in it, which takes ${facts.seconds.toFixed(1)} s. Make the clip longer or the repeat shorter.`,
});
