import { Output } from "@/core/outputs/output";
import type { OutputSet } from "@/core/outputs/set";

const fps = { num: 25, den: 1 };

/** The garden's saved outputs; the finished clip is laid over the sample footage. */
export function outputsOver(footageHash: string): Output[] {
  return [
    { id: "see-through-clip", name: "Transparent clip (WebM)", kind: "vp9-alpha", fps },
    { id: "see-through-master", name: "Transparent master (ProRes 4444)", kind: "prores-4444", fps },
    {
      id: "finished-clip",
      name: "Video (MP4) over the glasshouse",
      kind: "h264",
      fps,
      backing: { kind: "footage", media: `media:${footageHash}` },
    },
    { id: "over-own-footage", name: "Video (MP4) over its own footage", kind: "h264", backing: { kind: "own" } },
    { id: "pictures-for-editing", name: "PNG sequence (zip)", kind: "png-sequence", fps },
    { id: "keyed-clip", name: "Video on a key colour (MP4)", kind: "key-colour", fps },
    {
      id: "letter-picture",
      name: "GIF for e-mail and chat",
      kind: "gif",
      fps,
      scale: 0.5,
      limitKb: 400,
      matte: "#fffdf8",
    },
    { id: "moving-picture", name: "Animated image (WebP)", kind: "webp", fps, scale: 0.5 },
    { id: "page-to-embed", name: "Web page (HTML)", kind: "web-page", pattern: "{design}_{title}_{format}_page" },
    { id: "poster", name: "Poster", kind: "still" },
    {
      id: "blank-plate",
      name: "Blank plate (PNG, no text)",
      kind: "still",
      words: false,
      pattern: "{design}_{format}_blank",
      taken: "skip",
    },
    { id: "sound-alone", name: "Audio (WAV)", kind: "wav" },
    { id: "captions", name: "Captions (SRT)", kind: "srt" },
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
  { id: "letter-and-page", name: "E-mail and web page", outputs: ["letter-picture", "page-to-embed", "poster"] },
];
