import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { HouseVideo } from "@/core/document/media";

export const videoFile = join(process.cwd(), "demo", "videos", "ferns.frames");
const bytes = readFileSync(videoFile);

/** The garden's one video, as the house style lists it. */
export const ferns: HouseVideo = {
  id: "ferns",
  name: "Ferns unrolling",
  hash: createHash("sha256").update(bytes).digest("hex"),
  width: 480,
  height: 640,
  fps: { num: 10, den: 1 },
  // A pack of frames says how many it holds at this place.
  frames: bytes.readUInt32LE(4),
};
