import { both, defineCheck } from "./define";
import { contrastIn } from "./text-contrast";
import { otherColours } from "./fixes";

declare module "../issue" {
  interface Issues {
    contrast_finish: { layer: string; ratio: number; needed: number };
  }
}

export const check = defineCheck({
  code: "contrast_finish",
  severity: "warn",
  scopes: both,
  find: (looked) => contrastIn(looked).filter(({ code }) => code === "contrast_finish"),
  fixes: (_, filled) => otherColours(filled),
  words: (facts, nameOf) =>
    `Grain or glow makes “${nameOf(facts.layer)}” hard to read: contrast ${facts.ratio.toFixed(1)} where it is worst, ${facts.needed} is needed. Make the finish weaker or the text plainer.`,
});
