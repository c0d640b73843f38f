import { defineCheck, ofDesign } from "./define";

declare module "../issue" {
  interface Issues {
    nothing_drawn: object;
  }
}

export const check = defineCheck({
  code: "nothing_drawn",
  severity: "stop",
  scopes: ofDesign,
  find: ({ request }) => (request.design.layers.length === 0 ? [{ code: "nothing_drawn" as const }] : []),
  words: () => "This design has no layers yet. Add a text, a picture or a shape.",
});
