import { readFile } from "node:fs/promises";
import { parseFrameRef } from "@/core/sample/rasters";
import { readFrame } from "../frame-pack";
import { PackageError, type ReadPackage } from "./read";

/** Bytes of a package's pictures, frames and fonts, for painting. Throws PackageError for what is not in it. */
export const packageLoader =
  ({ pathOf }: Pick<ReadPackage, "pathOf">) =>
  async (ref: string): Promise<Uint8Array> => {
    const part = parseFrameRef(ref);
    const path = pathOf(part?.hash ?? ref);
    if (path === undefined) throw new PackageError(`The file ${ref.slice(0, 12)}… is not in the package.`);
    if (!part) return readFile(path);
    const frame = await readFrame(path, part.frame);
    if (!frame) throw new PackageError(`A video in it has no frame ${part.frame}.`);
    return frame;
  };
