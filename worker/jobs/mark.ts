import { join } from "node:path";
import sharp from "sharp";
import { z } from "zod";
import { MarkRecipe } from "@/core/document/recipe";
import { prepareRaster } from "@/core/media/prepare-raster";
import { findMedia } from "@/server/db/media";
import { recordMedia } from "@/server/files/record";
import { localFile } from "@/server/files/storage";
import { defineJob } from "./define";

const mostPixels = 60_000_000;

/** Makes a mark of a picture that was brought, by its recipe. */
export const job = defineJob({
  payload: z.object({ hash: z.string(), recipe: MarkRecipe }),
  run: async ({ db, folder, signal, progress }, { hash, recipe }) => {
    const from = await findMedia(db, hash);
    if (from?.kind !== "picture") return { fault: "picture_gone" };
    progress.stage = "preparing";
    const { data, info } = await sharp(await localFile(hash), { limitInputPixels: mostPixels })
      .ensureAlpha()
      .toColourspace("srgb")
      .raw()
      .toBuffer({ resolveWithObject: true });
    signal.throwIfAborted();
    const { raster, x, y, fault, halo } = prepareRaster({ width: info.width, height: info.height, data }, recipe, true);
    const { width, height } = raster;
    const file = join(folder, "mark.png");
    await sharp(raster.data, { raw: { width, height, channels: 4 } })
      .png({ compressionLevel: 7 })
      .toFile(file);
    signal.throwIfAborted();
    const facts = { kind: "picture" as const, mime: "image/png", name: from.name, width, height, durationS: null };
    return { hash: await recordMedia(file, facts), width, height, x, y, fault, halo };
  },
});
