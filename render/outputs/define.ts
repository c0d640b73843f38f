import type { Format } from "@/core/document/format";
import type { Proof } from "@/core/document/proof";
import type { MadeOutput, Output, OutputKind } from "@/core/outputs/output";
import type { ClipPlan } from "@/core/sample/clip";
import type { Playable } from "@/core/sample/playable";
import type { Carried } from "../carried";
import type { Footage } from "../footage";
import type { PaintedFrames, PictureSource } from "../painted";
import type { Elsewhere, InParts } from "../parts";
import type { ClipSound } from "../sound";

/** What both making and proving a file must know. */
interface FileJob<O extends Output> {
  readonly playable: Playable;
  readonly plan: ClipPlan;
  readonly output: MadeOutput<O>;
  /** The footage when the output is laid over one. */
  readonly footage?: Footage | undefined;
  /** What is heard under the clip, in kinds that carry sound. */
  readonly sound?: ClipSound | undefined;
  /** A folder of this job's own, and the file that is made in it. */
  readonly folder: string;
  readonly file: string;
  readonly signal?: AbortSignal | undefined;
}

export interface EncodeJob<O extends Output = Output> extends FileJob<O> {
  readonly format: Format;
  /** What is needed to show it elsewhere, for kinds that carry the design itself. */
  readonly carry?: (() => Promise<Carried>) | undefined;
  /** Told the frames written so far, of the clip's frames. */
  readonly progress: (frames: number) => void;
  /** Whoever else may make parts of it. */
  readonly elsewhere?: Elsewhere | undefined;
}

/** What was settled on the way, where it is not as was asked. */
export interface Made {
  /** In words, for whoever asked. */
  readonly notes?: readonly string[];
  /** Size of the file's pictures, where they had to become smaller. */
  readonly size?: { readonly width: number; readonly height: number };
  /** Every so many frames one is shown. */
  readonly every?: number;
  /** The colour that all lies over. */
  readonly ground?: string;
  /** It was fitted to a limit, so that coding may show. */
  readonly fitted?: boolean;
}

export interface ProofJob<O extends Output = Output> extends FileJob<O> {
  /** Whether the clip must be heard. */
  readonly sounds?: boolean;
  readonly made?: Made | undefined;
}

/** How one kind of file is made, and how it is proved. */
export interface Encoder<O extends Output = Output> {
  /** Makes the file. Only the clip's bounds travel; held frames travel once. */
  readonly encode: (job: EncodeJob<O>, pictures: PictureSource) => Promise<Made | void>;
  /** The parts that it is made of, in kinds that can be joined without coding again. */
  readonly parts?: (job: EncodeJob<O>, pictures: PictureSource) => InParts | undefined;
  /** Reads the finished file back, whole, and compares it with what was asked and painted. */
  readonly prove: (job: ProofJob<O>, frames: PaintedFrames) => Promise<Proof>;
  /** ffmpeg's own settings, in kinds it makes; the bench encodes ready frames with the very same ones. */
  readonly settings: readonly string[];
}

/** An encoder for every kind of output: a forgotten one is a compile error. */
export type EncoderOf = { readonly [K in OutputKind]: Encoder<Extract<Output, { kind: K }>> };

export const defineEncoder = <K extends OutputKind>(encoder: EncoderOf[K]): EncoderOf[K] => encoder;
