import { both, defineCheck, foundBy } from "./define";

declare module "../issue" {
  interface Issues {
    leave_before_cue: { layer: string };
  }
}

export const check = defineCheck({
  code: "leave_before_cue",
  severity: "warn",
  scopes: both,
  find: foundBy("leave_before_cue"),
  words: (facts, nameOf) =>
    `“${nameOf(facts.layer)}” would have to leave before its own cue, so it stays until the clip ends. Give it its own leave, or move its cue earlier.`,
});
