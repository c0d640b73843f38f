import { readFile } from "node:fs/promises";
import { parseFrameRef } from "@/core/sample/rasters";
import { readFrame } from "@/render/frame-pack";
import { localFile } from "./storage";

/** Bytes of a stored picture by content hash, or of a video's frame by hash and number, for painting. */
export async function loadRaster(ref: string): Promise<Uint8Array> {
  const part = parseFrameRef(ref);
  if (!part) return readFile(await localFile(ref));
  const frame = await readFrame(await localFile(part.hash), part.frame);
  if (!frame) throw new Error(`the video ${part.hash} has no frame ${part.frame}`);
  return frame;
}
