import { both, defineCheck, foundBy } from "./define";

declare module "../issue" {
  interface Issues {
    glyph_missing: { layer: string; characters: readonly string[] };
  }
}

export const check = defineCheck({
  code: "glyph_missing",
  severity: "stop",
  scopes: both,
  find: foundBy("glyph_missing"),
  words: (facts) =>
    `No font here can draw ${facts.characters.map((c) => `“${c}”`).join(", ")}. Leave it out or write it differently.`,
});
