import { both, defineCheck, foundBy } from "./define";
import { shorterWords } from "./fixes";

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
  fixes: (facts, filled) => shorterWords(filled, facts.layer),
  words: (facts, nameOf) => `The text of “${nameOf(facts.layer)}” reaches outside the safe area. Shorten it.`,
});
