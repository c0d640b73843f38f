import type { ClipPlan } from "@/core/sample/clip";
import type { Format } from "@/core/document/format";
import type { Footage } from "./footage";

/*
 * Pieces of ffmpeg's filter graphs that several kinds of output share.
 */

export const bt709 = "setparams=colorspace=bt709:color_primaries=bt709:color_trc=bt709:range=tv";
export const toYuv = (pixels: string) => `scale=out_color_matrix=bt709:out_range=tv,format=${pixels},${bt709}`;

export const rateOf = ({ fps }: ClipPlan): string => `${fps.num}/${fps.den}`;

/** Arguments that read the bounds of the painted frames from standard input. */
export function paintedInput(plan: ClipPlan): string[] {
  const size = `${plan.bounds.width}x${plan.bounds.height}`;
  return ["-f", "rawvideo", "-pix_fmt", "rgba", "-s", size, "-r", rateOf(plan), "-i", "pipe:0"];
}

/** Puts the bounds into the whole format, see-through beside them. */
export const pad = ({ bounds }: ClipPlan, format: Format): string =>
  `pad=${format.width}:${format.height}:${bounds.x}:${bounds.y}:color=black@0`;

/** The filter chain that turns footage into the clip's format and rate. */
export function footageChain({ matrix }: Footage, format: Format, rate: string): string {
  const { width, height } = format;
  // Pixels that are not square are made so first, then the picture is made to cover the format.
  const square = "scale=w=trunc(iw*sar/2)*2:h=ih,setsar=1";
  const cover = `scale=${width}:${height}:force_original_aspect_ratio=increase:in_color_matrix=${matrix}:out_color_matrix=bt709:out_range=tv`;
  return `fps=${rate},${square},${cover},crop=${width}:${height},format=yuv420p,setsar=1,${bt709}`;
}
