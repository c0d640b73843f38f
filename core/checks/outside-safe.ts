import { both, defineCheck, foundBy } from "./define";

declare module "../issue" {
  interface Issues {
    outside_safe: { layer: string };
  }
}

export const check = defineCheck({
  code: "outside_safe",
  severity: "warn",
  scopes: both,
  find: foundBy("outside_safe"),
  words: (facts, nameOf) => `The text of “${nameOf(facts.layer)}” reaches outside the safe area. Shorten it.`,
});
