import { defineCheck, ofDesign } from "./define";

declare module "../issue" {
  interface Issues {
    sound_unknown: { sound: string };
  }
}

export const check = defineCheck({
  code: "sound_unknown",
  severity: "stop",
  scopes: ofDesign,
  find: ({ request: { design, house } }) =>
    design.sound && !house.sounds.some(({ id }) => id === design.sound!.sound)
      ? [{ code: "sound_unknown" as const, sound: design.sound.sound }]
      : [],
  words: (facts) =>
    `The sound “${facts.sound}” under this design is not in the house style any more. Choose another one, or none.`,
});
