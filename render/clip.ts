import { mkdir } from "node:fs/promises";
import { join } from "node:path";
import type { Fps } from "@/core/document/fps";
import type { Proof } from "@/core/document/proof";
import { openingOf, type Opening } from "@/core/outputs/opening";
import { factsOf, isBlank, paintingOf, scaleOf, type MadeOutput } from "@/core/outputs/output";
import { planning, type ClipPlan } from "@/core/sample/clip";
import type { Playable } from "@/core/sample/playable";
import { prepareScene, smallerRequest, withoutWords, type SceneRequest } from "@/core/scene";
import { fontBook, fontLoader } from "./fonts";
import { readFootage } from "./footage";
import { carriedScene, type Carried } from "./carried";
import type { EncodeJob, Encoder } from "./outputs/define";
import { encoders } from "./outputs/kinds";
import { PaintedFrames } from "./painted";
import type { Elsewhere } from "./parts";
import { SharedPictures } from "./shared";
import type { ClipSound } from "./sound";

/** One file that is made from a painting. */
export interface WantedFile {
  readonly output: MadeOutput;
  /** Path of the footage, when the output is laid over one. */
  readonly footage?: string | undefined;
  readonly file: string;
  readonly signal?: AbortSignal | undefined;
  /** Told how many of the clip's frames are in it. */
  readonly progress?: (done: number, total: number) => void;
}

interface Making {
  /** What is heard under it, in outputs that carry sound. */
  readonly sound?: ClipSound | undefined;
  /** Bytes of a picture by content hash, of a video's frame by hash and number. */
  readonly loadPicture: (hash: string) => Promise<Uint8Array>;
  /** Whoever else may make parts of a file; asked where there is one only. */
  readonly elsewhere?: Elsewhere | undefined;
  /** What kinds need that carry the design itself. */
  readonly carry?: (() => Promise<Carried>) | undefined;
  readonly folder: string;
  readonly signal?: AbortSignal | undefined;
}

export interface ClipRequest extends Making, WantedFile {
  readonly scene: SceneRequest;
}

/** Several files that agree in what is painted for them. */
export interface ClipsRequest extends Making {
  readonly scene: SceneRequest;
  readonly files: readonly WantedFile[];
  /** Told of each file as soon as it is proved, or has failed. */
  readonly made?: (file: WantedFile, result: ClipResult) => Promise<void>;
  readonly failed?: (file: WantedFile, error: unknown) => Promise<void>;
}

export interface ClipResult {
  readonly frames: number;
  readonly painted: number;
  readonly paintS: number;
  readonly encodeS: number;
  readonly wallS: number;
  /** What proving it has taken, after that. */
  readonly proofS: number;
  readonly proof: Proof;
  readonly opening: Opening;
}

/** Milliseconds of planning between two looks at everything else: leases are renewed and cancelling is heard. */
const sliceMs = 40;

/** Plans a clip in slices. Throws the abort's reason as soon as it is stopped. */
async function plannedClip(playable: Playable, fps: Fps, signal: AbortSignal | undefined): Promise<ClipPlan> {
  const steps = planning(playable, fps);
  for (let started = performance.now(); ;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() - started < sliceMs) continue;
    await new Promise((resolve) => setImmediate(resolve));
    signal?.throwIfAborted();
    started = performance.now();
  }
}

/** Paints, encodes and proves one clip. Throws IssueError for the design, FootageError, EncodeError for the machine. */
export async function makeClip({ scene, ...file }: ClipRequest): Promise<ClipResult> {
  let result: ClipResult | undefined;
  const made = async (_: WantedFile, one: ClipResult) => void (result = one);
  const failed = async (_: WantedFile, error: unknown) => Promise.reject(error);
  await makeClips({ ...file, scene, files: [file], made, failed });
  return result!;
}

/**
 * Makes several files from one painting, each with its own end: one that fails, or is not wanted any more, leaves the
 * others alone. Throws what concerns all of them.
 */
export async function makeClips(request: ClipsRequest): Promise<void> {
  const { output } = request.files[0]!;
  if (request.files.some((other) => paintingOf(other.output) !== paintingOf(output))) {
    throw new Error("files of different rates or sizes can't share a painting");
  }
  const scene = await sceneFor(request.scene, output, request.loadPicture);
  const carry = () => carriedScene({ ...request.scene, fps: output.fps }, request.loadPicture);
  await makeFiles(scene, { ...request, carry });
}

/** Makes one part of a clip's file, for whoever joins them all. Throws where the clip has no such part. */
export async function makePart({
  scene: asked,
  part,
  ...request
}: ClipRequest & { readonly part: number }): Promise<void> {
  const { output, file, folder, signal } = request;
  const scene = await sceneFor(asked, output, request.loadPicture);
  const plan = await plannedClip(scene, output.fps, signal);
  const pictures = new SharedPictures(new PaintedFrames(scene, plan, request.loadPicture)).reader();
  const progress = (done: number) => request.progress?.(done, plan.frames.length);
  const job: EncodeJob = { playable: scene, format: scene.format, plan, output, folder, file, signal, progress };
  const parts = (encoders[output.kind] as Encoder).parts?.(job, pictures); // Its kind is that of the output.
  if (!parts || part >= parts.sizes.length) throw new Error(`there is no part ${part} of this clip`);
  await parts.encode(part, file, progress);
}

/** A fill-in at the rate, in the size and with the words that an output wants of it. */
async function sceneFor(request: SceneRequest, output: MadeOutput, load: Making["loadPicture"]) {
  const asked = { ...request, fps: output.fps };
  const scale = scaleOf(output);
  const scene = await prepareScene(scale < 1 ? smallerRequest(asked, scale, 32) : asked, fontBook(), fontLoader(load));
  return isBlank(output) ? withoutWords(scene) : scene;
}

/** The same of anything that can be played. */
export async function makeFiles(playable: Playable, request: Omit<ClipsRequest, "scene">): Promise<void> {
  const started = performance.now();
  const plan = await plannedClip(playable, request.files[0]!.output.fps, request.signal);
  const frames = new PaintedFrames(playable, plan, request.loadPicture);
  const shared = new SharedPictures(frames);
  const making = request.files.map(async (wanted, i) => {
    const pictures = shared.reader();
    try {
      const folder = join(request.folder, `file-${i}`);
      await mkdir(folder, { recursive: true });
      const result = await makeFile({ playable, frames, pictures, started, request, wanted, folder });
      await request.made?.(wanted, result);
    } catch (error) {
      await request.failed?.(wanted, error);
    } finally {
      pictures.close();
    }
  });
  const [fault] = (await Promise.allSettled(making)).filter((ended) => ended.status === "rejected");
  if (fault) throw fault.reason;
}

interface MakingFile {
  readonly playable: Playable;
  readonly frames: PaintedFrames;
  readonly pictures: ReturnType<SharedPictures["reader"]>;
  readonly started: number;
  readonly request: Omit<ClipsRequest, "scene">;
  readonly wanted: WantedFile;
  readonly folder: string;
}

async function makeFile(making: MakingFile): Promise<ClipResult> {
  const { playable, frames, pictures, started, request, wanted, folder } = making;
  const { output, file, signal = request.signal } = wanted;
  const { plan } = frames;
  const { format } = playable;
  const total = plan.frames.length;
  const footage = wanted.footage === undefined ? undefined : await readFootage(wanted.footage, signal);
  const sound = factsOf(output).sound ? request.sound : undefined;
  const progress = (done: number) => wanted.progress?.(done, total);
  progress(0);
  const encoder = encoders[output.kind] as Encoder; // Its kind is that of the output.
  const { carry } = request;
  const elsewhere = request.files.length === 1 ? request.elsewhere : undefined;
  const common = { playable, format, plan, output, footage, sound, carry, folder, file, signal, progress };
  const job: EncodeJob = { ...common, elsewhere };
  const made = (await encoder.encode(job, pictures)) ?? {};
  pictures.close();
  const { painted, paintS } = frames.count;
  const wallS = (performance.now() - started) / 1000;
  const sounds = factsOf(output).sound && (sound !== undefined || footage?.sound === true);
  const proving = { file, playable, plan, output, footage, sound, sounds, made, folder, signal };
  const proof = await encoder.prove(proving, frames);
  const proofS = (performance.now() - started) / 1000 - wallS;
  const opening = openingOf(playable.posterS, plan.bounds, format);
  return { frames: total, painted, paintS, encodeS: Math.max(0, wallS - paintS), wallS, proofS, proof, opening };
}
