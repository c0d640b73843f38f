import { frameToS } from "@/core/document/fps";
import { orderLengthS, orderPlayable } from "@/core/order/playable";
import { placeOrder, phasesOf, type OrderRequest, type PlacedOrder } from "@/core/order/prepare";
import { isBlank, paintingOf, scaleOf, type MadeOutput } from "@/core/outputs/output";
import { prepareScene, smallerRequest, withoutWords, type Scene, type SceneRequest } from "@/core/scene";
import { makeFiles, type ClipsRequest } from "./clip";
import { fontBook, fontLoader } from "./fonts";
import { orderSound } from "./order-sound";
import { soundOf, type PartSound } from "./sound";

/** Files of a whole running order that agree in what is painted for them. */
export interface OrderClipsRequest extends Omit<ClipsRequest, "scene" | "sound"> {
  readonly order: Omit<OrderRequest, "fps">;
  /** Where a sound with a content hash lies. */
  readonly soundFile: (hash: string) => Promise<string>;
}

type LoadPicture = (hash: string) => Promise<Uint8Array>;

const preparing = (loadPicture: LoadPicture) => {
  const loader = fontLoader(loadPicture);
  return (request: SceneRequest): Promise<Scene> => prepareScene(request, fontBook(), loader);
};

/** Gives an order its places, as it is made as an output. */
export const placedAs = (
  order: Omit<OrderRequest, "fps">,
  fps: OrderRequest["fps"],
  loadPicture: LoadPicture,
  all = false,
): Promise<PlacedOrder> => {
  const prepare = preparing(loadPicture);
  return placeOrder({ ...order, fps }, async (request) => phasesOf(await prepare(request), request.design), all);
};

/**
 * Makes several files of a whole order from one painting. Throws IssueError when one of its designs can't be shown,
 * EncodeError for the machine.
 */
export async function makeOrderClips(request: OrderClipsRequest): Promise<void> {
  const { output } = request.files[0]!;
  if (request.files.some((other) => paintingOf(other.output) !== paintingOf(output))) {
    throw new Error("files of different rates or sizes can't share a painting");
  }
  const placed = await placedAs(request.order, output.fps, request.loadPicture);
  const playables = await partsOf(placed, output, request);
  const format = playables[0]?.format ?? placed.format;
  const playable = orderPlayable(format, placed.timed, playables);
  await makeFiles(playable, { ...request, sound: await soundsOf(placed, request) });
}

async function partsOf(placed: PlacedOrder, output: MadeOutput, { loadPicture, signal }: OrderClipsRequest) {
  const prepare = preparing(loadPicture);
  const scale = scaleOf(output);
  const playables = [];
  for (const part of placed.timed.parts.keys()) {
    signal?.throwIfAborted();
    const request = placed.requestOf(part);
    const scene = await prepare(scale < 1 ? smallerRequest(request, scale, 32) : request);
    playables.push(isBlank(output) ? withoutWords(scene) : scene);
  }
  return playables;
}

async function soundsOf({ timed, requestOf }: PlacedOrder, { soundFile, folder, signal }: OrderClipsRequest) {
  const parts: PartSound[] = [];
  for (const [part, { startFrame, frames }] of timed.parts.entries()) {
    const { design, house } = requestOf(part);
    const sound = await soundOf(design, house, soundFile);
    const [startS, lengthS] = [frameToS(startFrame - timed.leadFrames, timed.fps), frameToS(frames, timed.fps)];
    if (sound) parts.push({ sound, startS, lengthS });
  }
  const periodS = frameToS(timed.periodFrames, timed.fps);
  const leadS = frameToS(timed.leadFrames, timed.fps);
  return orderSound(parts, { leadS, periodS, times: timed.times, lengthS: orderLengthS(timed) }, folder, signal);
}
