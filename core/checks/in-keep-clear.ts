import { both, defineCheck, foundBy } from "./define";
import { shorterWords } from "./fixes";

declare module "../issue" {
  interface Issues {
    in_keep_clear: { layer: string; zone: string };
  }
}

export const check = defineCheck({
  code: "in_keep_clear",
  severity: "warn",
  scopes: both,
  find: foundBy("in_keep_clear"),
  fixes: (facts, filled) => shorterWords(filled, facts.layer),
  words: (facts, nameOf) =>
    `The text of “${nameOf(facts.layer)}” is under the app’s own buttons (${facts.zone}). Shorten it.`,
});
