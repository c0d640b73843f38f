import sharp from "sharp";
import type { Box } from "@/core/geometry/box";

/** What sharp extends a picture of these bounds by, to make the whole of it: nothing that is seen. */
export const around = (bounds: Box, whole: { readonly width: number; readonly height: number }) => ({
  left: bounds.x,
  top: bounds.y,
  right: whole.width - bounds.x - bounds.width,
  bottom: whole.height - bounds.y - bounds.height,
  background: "#00000000",
});

/** A PNG of straight RGBA pixels. Level 2 is as small as higher ones for flat graphics, and fastest. */
export const pngOf = (pixels: Buffer, { width, height }: { readonly width: number; readonly height: number }) =>
  sharp(pixels, { raw: { width, height, channels: 4 } })
    .png({ compressionLevel: 2, palette: false })
    .toBuffer();

/** The same of the whole format, see-through beside the bounds. */
export const wholePng = (pixels: Buffer, bounds: Box, whole: { readonly width: number; readonly height: number }) =>
  sharp(pixels, { raw: { width: bounds.width, height: bounds.height, channels: 4 } })
    .extend(around(bounds, whole))
    .png({ compressionLevel: 2, palette: false })
    .toBuffer();
