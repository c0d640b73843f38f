import { pixelBounds, opsBounds } from "@/core/sample/bounds";
import { rastersOf } from "@/core/sample/rasters";
import { clipBounds } from "@/core/sample/clip";
import { prepareScene, type SceneRequest } from "@/core/scene";
import type { Fps } from "@/core/document/fps";
import { fontBook, fontLoader } from "./fonts";
import { FramePainter } from "./frame";
import { NodeHost } from "./node-host";

export interface FrameRequest {
  readonly scene: SceneRequest;
  /** Instant in seconds; the design's poster unless given. */
  readonly timeS?: number | undefined;
  /** Paint on the bounds of the whole clip at this rate, byte for byte as in the clip. */
  readonly inClip?: Fps | undefined;
  /** Width of the PNG in pixels; the format's own unless given. */
  readonly widthPx?: number | undefined;
  /** CSS colour below it; see-through unless given. */
  readonly ground?: string | undefined;
  /** Bytes of a picture by content hash, of a video's frame by hash and number. */
  readonly loadPicture: (hash: string) => Promise<Uint8Array>;
}

/** One frame as PNG bytes of the whole format, in its own or a smaller size. */
export async function makeFrame(request: FrameRequest): Promise<Buffer> {
  const scene = await prepareScene(
    { ...request.scene, fps: request.inClip },
    fontBook(),
    fontLoader(request.loadPicture),
  );
  const host = new NodeHost();
  const picture = scene.sample(request.timeS ?? scene.posterS);
  const bounds = request.inClip
    ? clipBounds(scene, request.inClip)
    : pixelBounds(opsBounds(picture.ops), scene.still.format);
  await host.load(rastersOf(picture.ops), request.loadPicture);
  return new FramePainter(bounds, host).png(picture, request);
}
