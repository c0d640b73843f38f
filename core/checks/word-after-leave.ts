import { both, defineCheck, foundBy } from "./define";
import { longerClip } from "./fixes";

declare module "../issue" {
  interface Issues {
    word_after_leave: { layer: string; word: string; atS: number; leaveS: number };
  }
}

export const check = defineCheck({
  code: "word_after_leave",
  severity: "warn",
  scopes: both,
  find: foundBy("word_after_leave"),
  fixes: (facts, filled) => longerClip(filled, facts.atS + 1),
  words: (facts, nameOf) =>
    `The word “${facts.word}” of “${nameOf(facts.layer)}” comes at ${facts.atS.toFixed(1)} s, but the layer leaves from ${facts.leaveS.toFixed(1)} s. Move the cue, or make the clip longer.`,
});
