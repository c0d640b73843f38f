import { expect, test } from "@jest/globals";
import { findOnsets } from "@/core/sound/onsets";
import { readDesign } from "./designs";
import { synthesiseVoice } from "./voice";

test("the words of Spoken line start where the syllables of a voice begin, as they are found in its sound", () => {
  const cues = readDesign("spoken-line").cues.map(({ at }) => at);
  const found = findOnsets(synthesiseVoice(cues, 4.2, 22050), 22050);
  expect(found.length).toBe(cues.length);
  for (const [i, at] of cues.entries()) expect(Math.abs(found[i]! - at)).toBeLessThanOrEqual(0.02);
});
