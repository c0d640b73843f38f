import type { Output, OutputKind } from "@/core/outputs/output";
import type { Format } from "@/core/document/format";
import type { ClipPlan } from "@/core/sample/clip";
import type { Footage } from "../footage";
import type { PictureSource } from "../painted";
import type { ClipSound } from "../sound";

export interface EncodeJob<O extends Output = Output> {
  readonly format: Format;
  readonly plan: ClipPlan;
  readonly output: O;
  /** The footage when the output is laid over one. */
  readonly footage?: Footage | undefined;
  /** What is heard under the clip, in kinds that carry sound. */
  readonly sound?: ClipSound | undefined;
  /** A folder of this job's own, and the file to make in it. */
  readonly folder: string;
  readonly file: string;
  readonly signal?: AbortSignal | undefined;
  /** Told the frames written so far, of the clip's frames. */
  readonly progress: (frames: number) => void;
}

/** Largest mean differences that coding alone explains, in levels of 255. */
export interface Tolerance {
  /** Of luma, pixel by pixel, and of chroma over two by two pixels, which is all that 4:2:0 keeps of it. */
  readonly colour: number;
  readonly alpha: number;
  /** Outside the graphic, where nothing may be but what it lies over. */
  readonly outside: number;
}

/** How one kind of file is made, and what its proof must know. */
export interface Encoder<O extends Output = Output> {
  /** Makes the file. Only the clip's bounds travel to ffmpeg; held frames travel once. */
  readonly encode: (job: EncodeJob<O>, pictures: PictureSource) => Promise<void>;
  /** What ffmpeg is told before it reads such a file. */
  readonly decoder: readonly string[];
  readonly tolerance: Tolerance;
  /** ffmpeg's own settings; the bench encodes ready frames with the very same ones. */
  readonly settings: readonly string[];
}

/** An encoder for every kind of output: a forgotten one is a compile error. */
export type EncoderOf = { readonly [K in OutputKind]: Encoder<Extract<Output, { kind: K }>> };

export const defineEncoder = <K extends OutputKind>(encoder: EncoderOf[K]): EncoderOf[K] => encoder;
