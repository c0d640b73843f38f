import { both, defineCheck, foundBy } from "./define";

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
  words: (facts, nameOf) =>
    `“${nameOf(facts.layer)}” waits for a cue at ${facts.atS.toFixed(1)} s; the clip ends at ${facts.lengthS.toFixed(1)} s. Move the cue or make the clip longer.`,
});
