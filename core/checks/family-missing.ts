import { both, defineCheck, foundBy } from "./define";

declare module "../issue" {
  interface Issues {
    family_missing: { layer: string; family: string; standIn: string };
  }
}

export const check = defineCheck({
  code: "family_missing",
  severity: "stop",
  scopes: both,
  find: foundBy("family_missing"),
  words: (facts, nameOf) =>
    `The font “${facts.family}” of “${nameOf(facts.layer)}” is missing, so ${facts.standIn} is used instead. Upload it to the house style, or choose another font.`,
});
