import { both, defineCheck, foundBy } from "./define";
import { longerClip } from "./fixes";

declare module "../issue" {
  interface Issues {
    cue_late: { layer: string; atS: number; lengthS: number };
  }
}

export const check = defineCheck({
  code: "cue_late",
  severity: "warn",
  scopes: both,
  find: foundBy("cue_late"),
  fixes: (facts, filled) => longerClip(filled, facts.atS + 1),
  words: (facts, nameOf) =>
    `“${nameOf(facts.layer)}” waits for a cue at ${facts.atS.toFixed(1)} s; the clip ends at ${facts.lengthS.toFixed(1)} s. Move the cue or make the clip longer.`,
});
