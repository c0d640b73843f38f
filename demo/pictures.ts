import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { HousePicture } from "@/core/document/media";
import { parseFrameRef } from "@/core/sample/rasters";
import { readFrame } from "@/render/frame-pack";
import { leafMedia } from "./leaf-mark";
import { ferns, videoFile } from "./videos";

const names = {
  "fern-house": "Fern house",
  "seed-trays": "Seed trays",
  "night-lamp": "Night lamp",
  "kitchen-roots": "Kitchen roots",
} as const;

const licence = "Drawn by the garden’s content team, for its own films and posts.";

const fileOf = (id: string) => join(process.cwd(), "demo", "pictures", `${id}.png`);

/** The garden's pictures, as the house style lists them. */
export const pictures: readonly HousePicture[] = Object.entries(names).map(([id, name]) => {
  const bytes = readFileSync(fileOf(id));
  const hash = createHash("sha256").update(bytes).digest("hex");
  // A PNG's header holds its size at these places.
  return { id, name, hash, width: bytes.readUInt32BE(16), height: bytes.readUInt32BE(20), licence };
});

/** Bytes of a demo picture by its hash, or of a frame of the demo video. Throws for any other. */
export async function loadDemoPicture(hash: string): Promise<Uint8Array> {
  const part = parseFrameRef(hash);
  const frame = part?.hash === ferns.hash ? await readFrame(videoFile, part.frame) : undefined;
  if (frame) return frame;
  const mark = leafMedia().find((entry) => entry.hash === hash);
  if (mark) return readFileSync(mark.path);
  const picture = pictures.find((entry) => entry.hash === hash);
  if (!picture) throw new Error(`${hash} is none of the demo pictures`);
  return readFileSync(fileOf(picture.id));
}

export const pictureFile = fileOf;
