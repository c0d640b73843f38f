import { both, defineCheck } from "./define";

declare module "../issue" {
  interface Issues {
    shouting: { layer: string };
  }
}

export const check = defineCheck({
  code: "shouting",
  severity: "note",
  scopes: both,
  find: ({ scene }) =>
    scene.still.layers.flatMap(({ layer }) =>
      layer.kind === "text" &&
      layer.text.length > 3 &&
      layer.text === layer.text.toUpperCase() &&
      /\p{Lu}/u.test(layer.text)
        ? [{ code: "shouting" as const, layer: layer.id }]
        : [],
    ),
  words: (facts, nameOf) => `“${nameOf(facts.layer)}” is all capitals. Say it more quietly.`,
});
