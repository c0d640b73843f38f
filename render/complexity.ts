import sharp from "sharp";
import { opsBounds, pixelBounds } from "@/core/sample/bounds";
import { rastersOf } from "@/core/sample/rasters";
import { prepareScene, type SceneRequest } from "@/core/scene";
import type { Complexity } from "@/core/outputs/complexity";
import { type Box, unionBox } from "@/core/geometry/box";
import type { Picture } from "@/core/sample/types";
import { fontBook, fontLoader } from "./fonts";
import { FramePainter } from "./frame";
import { NodeHost } from "./node-host";

/** Pairs of neighbouring frames that are painted, spread over those that differ. */
const paintedPairs = 10;
/** Whole frames that are painted, spread over the clip. */
const paintedFrames = 8;
const fps = 25;

/** So many of a list at most, each from the middle of its share. */
const spread = (list: readonly number[], most: number): number[] =>
  list.length <= most
    ? [...list]
    : Array.from({ length: most }, (_, i) => list[Math.floor(((i + 0.5) * list.length) / most)]!);

/**
 * How much there is to a clip's picture, and how much of it changes from one frame to the next. All frames are sampled, so
 * that what moves for an instant only counts; few are painted.
 */
export async function measureComplexity(
  asked: SceneRequest,
  loadPicture: (hash: string) => Promise<Uint8Array>,
  signal?: AbortSignal,
): Promise<Complexity> {
  const scene = await prepareScene(asked, fontBook(), fontLoader(loadPicture));
  const { format } = scene.still;
  const megapixels = (format.width * format.height) / 1e6;
  const frames = Math.max(1, Math.round(scene.lengthS * fps));
  const moving: number[] = [];
  for (let frame = 1, before = scene.sample(0).key; frame < frames; frame++) {
    const { key } = scene.sample(frame / fps);
    if (key !== before) moving.push(frame);
    before = key;
    if (frame % 50 === 0) await new Promise(setImmediate);
  }
  const painted = async (pictures: readonly Picture[]): Promise<{ bytes: Buffer[]; bounds: Box } | undefined> => {
    signal?.throwIfAborted();
    const bounds = pixelBounds(pictures.map(({ ops }) => opsBounds(ops)).reduce(unionBox), format);
    if (bounds.width <= 0 || bounds.height <= 0) return undefined;
    const host = new NodeHost();
    await host.load(
      pictures.flatMap(({ ops }) => [...rastersOf(ops)]),
      loadPicture,
    );
    const painter = new FramePainter(bounds, host);
    return { bytes: pictures.map((picture) => Buffer.from(painter.rgba(picture))), bounds };
  };
  const [whole, pairs] = [spread([...Array(frames).keys()], paintedFrames), spread(moving, paintedPairs)];
  let [frameBytes, changeBytes] = [0, 0];
  for (const frame of whole) {
    const found = await painted([scene.sample(frame / fps)]);
    if (found) frameBytes += (await packedBytes(found.bytes[0]!, found.bounds)) / whole.length;
  }
  for (const frame of pairs) {
    const found = await painted([scene.sample((frame - 1) / fps), scene.sample(frame / fps)]);
    if (!found) continue;
    const [first, second] = found.bytes as [Buffer, Buffer];
    for (let i = 0; i < first.length; i++) first[i]! ^= second[i]!;
    changeBytes += (await packedBytes(first, found.bounds)) / pairs.length;
  }
  const change = (changeBytes * moving.length) / frames;
  return { frame: Math.round(frameBytes / megapixels), change: Math.round(change / megapixels) };
}

const packedBytes = async (data: Buffer, { width, height }: Box) =>
  (
    await sharp(data, { raw: { width, height, channels: 4 } })
      .png({ compressionLevel: 4 })
      .toBuffer()
  ).length;
