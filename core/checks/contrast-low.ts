import { both, defineCheck } from "./define";
import { contrastIn } from "./text-contrast";
import { otherColours } from "./fixes";

declare module "../issue" {
  interface Issues {
    contrast_low: { layer: string; ratio: number; needed: number };
  }
}

export const check = defineCheck({
  code: "contrast_low",
  severity: "stop",
  scopes: both,
  find: (looked) => contrastIn(looked).filter(({ code }) => code === "contrast_low"),
  fixes: (_, filled) => otherColours(filled),
  words: (facts, nameOf) =>
    `“${nameOf(facts.layer)}” is hard to read on its background: contrast ${facts.ratio.toFixed(1)}, ${facts.needed} is needed. Choose another colour.`,
});
