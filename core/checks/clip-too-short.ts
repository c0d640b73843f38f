import { both, defineCheck, foundBy } from "./define";
import { lengthNow, longerClip } from "./fixes";

declare module "../issue" {
  interface Issues {
    clip_too_short: { factor: number };
  }
}

export const check = defineCheck({
  code: "clip_too_short",
  severity: "warn",
  scopes: both,
  find: foundBy("clip_too_short"),
  fixes: (facts, filled) => longerClip(filled, lengthNow(filled) / facts.factor),
  words: (facts) =>
    `The clip is too short for arriving and leaving; both run ${(1 / facts.factor).toFixed(1)} times faster. Make it longer.`,
});
