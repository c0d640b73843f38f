import { both, defineCheck, foundBy } from "./define";
import { shorterWords } from "./fixes";

declare module "../issue" {
  interface Issues {
    text_cut: { layer: string };
  }
}

export const check = defineCheck({
  code: "text_cut",
  severity: "stop",
  scopes: both,
  find: foundBy("text_cut"),
  fixes: (facts, filled) => shorterWords(filled, facts.layer),
  words: (facts, nameOf) => `The text of “${nameOf(facts.layer)}” does not fit and is cut. Shorten it.`,
});
