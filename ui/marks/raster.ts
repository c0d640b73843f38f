import type { House } from "@/core/document/house";
import type { CutLine, Mark } from "@/core/document/vector";
import type { InkBySides } from "@/core/edit/mark-pieces";
import { cutPath } from "@/core/media/cut-path";
import type { Raster } from "@/core/media/raster";

/** Longer side of what is shown while a recipe changes: large enough to see, small enough to follow at once. */
const previewSide = 480;

export interface Preview {
  readonly raster: Raster;
  /** Pixels of it for one of the picture that was brought. */
  readonly scale: number;
}

/** A stored picture as straight RGBA, small. */
export async function loadPreview(hash: string): Promise<Preview> {
  const answer = await fetch(`/api/media/${hash}`);
  if (!answer.ok) throw new Error("This picture can’t be loaded. Reload the page.");
  const whole = await createImageBitmap(await answer.blob(), {
    colorSpaceConversion: "none",
    premultiplyAlpha: "none",
  });
  const scale = Math.min(1, previewSide / Math.max(whole.width, whole.height));
  const [width, height] = [whole.width, whole.height].map((side) => Math.max(1, Math.round(side * scale))) as [
    number,
    number,
  ];
  const context = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true })!;
  context.imageSmoothingQuality = "high";
  context.drawImage(whole, 0, 0, width, height);
  whole.close();
  return { raster: { width, height, data: context.getImageData(0, 0, width, height).data }, scale };
}

const inkSide = 160;

/** A mark's ink, small: of a drawing its outlines, of a picture its pixels. */
async function inkOf({ drawing, picture }: Mark): Promise<Raster> {
  if (picture) return (await loadPreview(picture.hash)).raster;
  const { width, height, shapes } = drawing!;
  const scale = inkSide / Math.max(width, height);
  const canvas = new OffscreenCanvas(Math.ceil(width * scale), Math.ceil(height * scale));
  const context = canvas.getContext("2d", { willReadFrequently: true })!;
  context.scale(scale, scale);
  for (const { d, rule, stroke } of shapes) {
    if (stroke) {
      context.lineWidth = stroke.width;
      context.stroke(new Path2D(d));
    } else context.fill(new Path2D(d), rule);
  }
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
  return { width: canvas.width, height: canvas.height, data };
}

/** How much of a mark lies on each side of its lines. */
export async function inkBySides(mark: Mark, lines: readonly CutLine[]): Promise<InkBySides> {
  const { width, height, data } = await inkOf(mark);
  const context = new OffscreenCanvas(1, 1).getContext("2d")!;
  const paths = lines.map((line) => new Path2D(cutPath(line, width, height)));
  const ink = new Map<string, number>();
  const step = Math.max(1, Math.floor(Math.max(width, height) / 140));
  for (let y = 0; y < height; y += step) {
    for (let x = 0; x < width; x += step) {
      const alpha = data[(y * width + x) * 4 + 3]!;
      if (alpha < 8) continue;
      const sides = paths.map((path) => (context.isPointInPath(path, x + 0.5, y + 0.5) ? "l" : "r")).join("");
      ink.set(sides, (ink.get(sides) ?? 0) + alpha);
    }
  }
  return ink;
}

export const hexOfHouse = (house: House, reference: string): string | undefined =>
  reference.startsWith("house:") ? house.colours.find(({ role }) => role === reference.slice(6))?.hex : reference;
