import { Output } from "@/core/outputs/output";

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
  ].map((output) => Output.parse(output));
}
