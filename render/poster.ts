import sharp from "sharp";
import type { Box } from "@/core/geometry/box";
import { opsBounds, pixelBounds } from "@/core/sample/bounds";
import { rastersOf } from "@/core/sample/rasters";
import { prepareScene, type SceneRequest } from "@/core/scene";
import { fontBook, fontLoader } from "./fonts";
import { FramePainter } from "./frame";
import { NodeHost } from "./node-host";

/** Pixels of a poster; the shelf shows it at about half of that. */
export const posterSize = { width: 640, height: 360 };
/** Room around the graphic, as a share of its own side. */
const room = 0.16;
/** No graphic is enlarged so far that less than this share of the format's width is seen. */
const leastShare = 0.34;

/** The part of a format, in pixels, that shows all that is drawn in it, in the poster's own shape. */
export function posterRegion(drawn: Box, format: { readonly width: number; readonly height: number }): Box {
  const ratio = posterSize.width / posterSize.height;
  const wanted = Math.max(drawn.width * (1 + 2 * room), drawn.height * (1 + 2 * room) * ratio);
  const width = Math.max(wanted, format.width * leastShare);
  const height = width / ratio;
  const within = (at: number, length: number, all: number) =>
    length >= all ? (all - length) / 2 : Math.min(Math.max(0, at), all - length);
  return {
    x: within(drawn.x + drawn.width / 2 - width / 2, width, format.width),
    y: within(drawn.y + drawn.height / 2 - height / 2, height, format.height),
    width,
    height,
  };
}

/**
 * A release's picture for the shelf, as WebP: what it draws at its poster's instant, large, over a still of footage, or
 * over a plain ground where there is none.
 */
export async function makePoster(request: {
  readonly scene: SceneRequest;
  readonly ground: Uint8Array | undefined;
  readonly loadPicture: (hash: string) => Promise<Uint8Array>;
}): Promise<Buffer> {
  const { scene: asked, ground, loadPicture } = request;
  const scene = await prepareScene(asked, fontBook(), fontLoader(loadPicture));
  const picture = scene.sample(scene.posterS);
  const bounds = pixelBounds(opsBounds(picture.ops), scene.still.format);
  const host = new NodeHost();
  await host.load(rastersOf(picture.ops), loadPicture);
  const { format } = picture;
  const region = posterRegion(bounds, format);
  const scale = posterSize.width / region.width;
  const whole = await new FramePainter(bounds, host).png(picture, { widthPx: Math.round(format.width * scale) });
  const plain = sharp({ create: { ...posterSize, channels: 3, background: "#4b524c" } }).png();
  const base = ground ? sharp(ground).resize(posterSize.width, posterSize.height, { fit: "cover" }) : plain;
  const over = await cut(whole, { x: region.x * scale, y: region.y * scale });
  // A darker ground than the footage: the graphic is what is looked for.
  const dimmed = sharp(await base.modulate({ brightness: 0.82 }).toBuffer());
  return dimmed
    .composite(over ? [over] : [])
    .webp({ quality: 84 })
    .toBuffer();
}

/** The part of a picture that falls into the poster when its corner stands there, and where it stands. */
async function cut(png: Buffer, corner: { readonly x: number; readonly y: number }) {
  const { width = 0, height = 0 } = await sharp(png).metadata();
  const [x, y] = [Math.round(corner.x), Math.round(corner.y)];
  const left = Math.max(0, x);
  const top = Math.max(0, y);
  const part = {
    left,
    top,
    width: Math.min(width, x + posterSize.width) - left,
    height: Math.min(height, y + posterSize.height) - top,
  };
  if (part.width <= 0 || part.height <= 0) return undefined;
  return { input: await sharp(png).extract(part).png().toBuffer(), left: left - x, top: top - y };
}
