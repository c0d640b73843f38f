import { z } from "zod";
import type { OutputKindFacts } from "./define";
import { outputKinds, outputSchemas } from "./kinds";

/** A named set of export settings. */
export const Output = z.discriminatedUnion("kind", outputSchemas).describe("Output");
export type Output = z.infer<typeof Output>;
export type OutputKind = Output["kind"];

/** All that is known of an output's kind. */
export const factsOf = ({ kind }: Output): OutputKindFacts => outputKinds[kind];

/** What an output is laid over, in kinds that are. */
export const backingOf = (output: Output) => ("backing" in output ? output.backing : undefined);

/**
 * Seconds that a clip is expected to take in these outputs, on a machine of two cores: what the queue reckons with, until
 * it knows better.
 */
export function expectedS(
  outputs: readonly Output[],
  clip: { readonly lengthS: number; readonly width: number; readonly height: number },
): number {
  const megapixels = (clip.width * clip.height) / 1e6;
  const seconds = outputs.map(({ kind, fps }) => {
    const frames = (clip.lengthS * fps.num) / fps.den;
    return 1 + frames * megapixels * outputKinds[kind].megapixelS;
  });
  return seconds.reduce((sum, each) => sum + each, 1);
}
