import { Output } from "@/core/outputs/output";
import type { OutputSet } from "@/core/outputs/set";

const fps = { num: 25, den: 1 };

/** The garden's saved outputs; the finished clip is laid over the sample footage. */
export function outputsOver(footageHash: string): Output[] {
  return [
    { id: "see-through-clip", name: "See-through clip", kind: "vp9-alpha", fps },
    { id: "see-through-master", name: "See-through master", kind: "prores-4444", fps },
    {
      id: "finished-clip",
      name: "Finished clip over the glasshouse",
      kind: "h264",
      fps,
      backing: { kind: "footage", media: `media:${footageHash}` },
    },
    { id: "over-own-footage", name: "Finished clip over its own footage", kind: "h264", backing: { kind: "own" } },
    { id: "pictures-for-editing", name: "A picture a frame", kind: "png-sequence", fps },
    { id: "keyed-clip", name: "Clip to key out", kind: "key-colour", fps, chroma: "444" },
    { id: "letter-picture", name: "Picture for letters", kind: "gif", fps, scale: 0.5, limitKb: 400, matte: "#fffdf8" },
    { id: "moving-picture", name: "Moving picture for pages", kind: "webp", fps, scale: 0.5 },
    { id: "page-to-embed", name: "Page to embed", kind: "web-page", pattern: "{design}_{title}_{format}_page" },
    { id: "poster", name: "Poster", kind: "still" },
    {
      id: "blank-plate",
      name: "Blank plate",
      kind: "still",
      words: false,
      pattern: "{design}_{format}_blank",
      taken: "skip",
    },
    { id: "sound-alone", name: "Sound alone", kind: "wav" },
    { id: "captions", name: "Words as captions", kind: "srt" },
  ].map((output) => Output.parse(output));
}

/** What the garden asks for together. */
export const outputSets: readonly OutputSet[] = [
  {
    id: "thursday-film",
    name: "Everything for the Thursday film",
    outputs: ["see-through-master", "poster", "sound-alone", "captions"],
  },
  { id: "to-post", name: "To post", outputs: ["finished-clip", "poster"] },
  { id: "letter-and-page", name: "Letter and web page", outputs: ["letter-picture", "page-to-embed", "poster"] },
];
