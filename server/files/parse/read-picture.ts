import sharp from "sharp";
import { Refusal } from "@/server/refusal";

/** Pixels that are taken, and pixels that are kept: no format is larger than 4096 a side. */
const most = { pixels: 60_000_000, side: 8192, keptSide: 4096 };

/**
 * Writes a picture anew: no profile, no hidden data, the way up that its camera meant, and no larger than anything shows
 * it. Refuses with the reason.
 */
export async function readPicture(file: string, target: string) {
  // The header alone is read first, whatever size it promises.
  const { width = 0, height = 0, hasAlpha } = await sharp(file, { limitInputPixels: false }).metadata();
  if (width > most.side || height > most.side || width * height > most.pixels) {
    throw new Refusal(
      422,
      "pixels",
      `This picture has ${width} × ${height} pixels; up to ${most.side} a side and 60 million in all are allowed.`,
    );
  }
  const source = sharp(file, { limitInputPixels: most.pixels, failOn: "error", pages: 1 });
  const upright = source
    .rotate()
    .resize({ width: most.keptSide, height: most.keptSide, fit: "inside", withoutEnlargement: true })
    .toColourspace("srgb");
  const encoded = hasAlpha
    ? upright.png({ compressionLevel: 7 })
    : upright.jpeg({ quality: 94, chromaSubsampling: "4:4:4" });
  const made = await encoded.toFile(target);
  return { mime: hasAlpha ? "image/png" : "image/jpeg", width: made.width, height: made.height };
}
