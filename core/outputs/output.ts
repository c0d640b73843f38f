import { z } from "zod";
import type { Fps } from "../document/fps";
import type { OutputKindFacts } from "./define";
import { outputKinds, outputSchemas } from "./kinds";

/** A named set of export settings. */
export const Output = z.discriminatedUnion("kind", outputSchemas).describe("Output");
export type Output = z.infer<typeof Output>;
export type OutputKind = Output["kind"];

/** An output as a design is made with it: its rate is settled. */
export type MadeOutput<O extends Output = Output> = O & { readonly fps: Fps };

/** The rate of designs that say none. */
export const plainFps: Fps = { num: 25, den: 1 };

/** The output as this design is made with it. */
export const madeOutput = <O extends Output>(output: O, design: { readonly fps?: Fps | undefined }): MadeOutput<O> => ({
  ...output,
  fps: output.fps ?? design.fps ?? plainFps,
});

/** All that is known of an output's kind. */
export const factsOf = ({ kind }: Pick<Output, "kind">): OutputKindFacts => outputKinds[kind];

/** What an output is laid over, in kinds that are. */
export const backingOf = (output: Output) => ("backing" in output ? output.backing : undefined);

/** Whether the words are left out, for those who write over it. */
export const isBlank = (output: Output): boolean => output.kind === "still" && !output.words;

/** All of an output that its files depend on, in one order: not what it, or they, are called. */
export function contentOf(output: MadeOutput): string {
  const { id: _, name: __, pattern: ___, taken: ____, ...settings } = output;
  return JSON.stringify(Object.entries(settings).sort(([a], [b]) => (a < b ? -1 : 1)));
}

/** Share of the format's size that it is made in. */
export const scaleOf = (output: Output): number => (outputKinds[output.kind].choices.scale ? (output.scale ?? 1) : 1);

/** Outputs of one fill-in and format that agree in this are made from the same painting. */
export const paintingOf = (output: MadeOutput): string =>
  `${output.fps.num / output.fps.den} ${scaleOf(output)} ${isBlank(output)}`;

/**
 * Seconds that a clip is expected to take in these outputs, on a machine of two cores: what the queue reckons with, until
 * it knows better.
 */
export function expectedS(
  outputs: readonly MadeOutput[],
  clip: { readonly lengthS: number; readonly width: number; readonly height: number },
): number {
  const megapixels = (clip.width * clip.height) / 1e6;
  const seconds = outputs.map((output) => {
    const { kind, fps } = output;
    const frames = (clip.lengthS * fps.num) / fps.den;
    return 1 + frames * megapixels * scaleOf(output) ** 2 * outputKinds[kind].megapixelS;
  });
  return seconds.reduce((sum, each) => sum + each, 1);
}
