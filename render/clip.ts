import type { Output } from "@/core/document/output";
import type { Proof } from "@/core/document/proof";
import { planning, type ClipPlan } from "@/core/sample/clip";
import { prepareScene, type Scene, type SceneRequest } from "@/core/scene";
import type { Fps } from "@/core/document/fps";
import { encodeClip } from "./encode";
import { fontBook, fontLoader } from "./fonts";
import { readFootage } from "./footage";
import { PaintedFrames } from "./painted";
import { proveClip } from "./proof";
import type { ClipSound } from "./sound";

export interface ClipRequest {
  readonly scene: SceneRequest;
  readonly output: Output;
  /** Path of the footage, when the output is laid over one. */
  readonly footage?: string | undefined;
  /** What is heard under it, in outputs that carry sound. */
  readonly sound?: ClipSound | undefined;
  /** Bytes of a picture by content hash, of a video's frame by hash and number. */
  readonly loadPicture: (hash: string) => Promise<Uint8Array>;
  readonly folder: string;
  readonly file: string;
  readonly signal?: AbortSignal | undefined;
  readonly progress?: (done: number, total: number) => void;
}

export interface ClipResult {
  readonly frames: number;
  readonly painted: number;
  readonly paintS: number;
  readonly encodeS: number;
  readonly wallS: number;
  readonly proof: Proof;
}

/** Milliseconds of planning between two looks at everything else: leases are renewed and cancelling is heard. */
const sliceMs = 40;

/** Plans a clip in slices. Throws the abort's reason as soon as it is stopped. */
async function plannedClip(scene: Scene, fps: Fps, signal: AbortSignal | undefined): Promise<ClipPlan> {
  const steps = planning(scene.still, scene.table, fps);
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
export async function makeClip(request: ClipRequest): Promise<ClipResult> {
  const started = performance.now();
  const footage = request.footage === undefined ? undefined : await readFootage(request.footage, request.signal);
  const loader = fontLoader(request.loadPicture);
  const scene = await prepareScene({ ...request.scene, fps: request.output.fps }, fontBook(), loader);
  const plan = await plannedClip(scene, request.output.fps, request.signal);
  const total = plan.frames.length;
  const frames = new PaintedFrames(scene, plan, request.loadPicture);
  const { output, sound, folder, file, signal } = request;
  const format = scene.still.format;
  const progress = (done: number) => request.progress?.(done, total);
  progress(0);
  await encodeClip(
    { format, plan, lengthS: scene.lengthS, output, footage, sound, folder, file, signal, progress },
    frames,
  );
  const { painted, paintS } = frames.count;
  const wallS = (performance.now() - started) / 1000;
  const sounds = output.kind === "h264" && (sound !== undefined || footage?.sound === true);
  const proof = await proveClip({ file, format, plan, table: scene.table, output, footage, sounds, signal }, frames);
  return { frames: total, painted, paintS, encodeS: Math.max(0, wallS - paintS), wallS, proof };
}
