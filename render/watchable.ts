import { mkdir, open, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { Uint8ArrayWriter, ZipReader } from "@zip.js/zip.js";
import { z } from "zod";
import { copiedS } from "@/core/outputs/receivers";
import { runFfmpeg } from "./ffmpeg";
import { sequenceFactsName } from "./sequence";
import { HandleReader } from "./zip-files";

/** Near to without loss: edges are looked at closely. */
const coder = ["-c:v", "libvpx-vp9", "-pix_fmt", "yuva420p", "-crf", "8", "-b:v", "0", "-deadline", "realtime"];
const named = ["-colorspace", "bt709", "-color_primaries", "bt709", "-color_trc", "bt709", "-color_range", "tv"];
const toYuv = "scale=out_color_matrix=bt709:out_range=tv,format=yuva420p";

/** A copy that browsers can show of a see-through file that they can't: decoded whole, up to a minute of it. */
export async function makeWatchable(file: string, to: string, folder: string, signal?: AbortSignal): Promise<void> {
  const input = file.endsWith(".zip") ? await unpackPictures(file, folder, signal) : ["-i", file];
  const shown = ["-t", String(copiedS), "-vf", toYuv, "-an"];
  await runFfmpeg([...input, ...shown, ...coder, "-cpu-used", "6", "-row-mt", "1", ...named, "-y", to], { signal });
}

const Facts = z.object({ rate: z.string().regex(/^\d+\/\d+$/), frames: z.number().int().min(1), pictures: z.string() });

/** Puts the pictures of a sequence into a folder; answers how ffmpeg reads them. */
async function unpackPictures(zip: string, folder: string, signal?: AbortSignal): Promise<string[]> {
  const pictures = join(folder, "pictures");
  await mkdir(pictures, { recursive: true });
  const handle = await open(zip, "r");
  try {
    const entries = (await new ZipReader(new HandleReader(handle)).getEntries()).filter((entry) => !entry.directory);
    const read = (entry: (typeof entries)[number]) => entry.getData(new Uint8ArrayWriter(), { useWebWorkers: false });
    const facts = entries.find(({ filename }) => filename === sequenceFactsName);
    if (!facts) throw new Error("a sequence without its facts");
    const { rate, pictures: pattern } = Facts.parse(JSON.parse(Buffer.from(await read(facts)).toString()));
    const [num, den] = rate.split("/").map(Number);
    const most = Math.ceil((copiedS * num!) / den!);
    for (const [i, entry] of entries.filter(({ filename }) => /^frame-\d{5}\.png$/.test(filename)).entries()) {
      if (i >= most) break;
      signal?.throwIfAborted();
      await writeFile(join(pictures, entry.filename), await read(entry));
    }
    return ["-framerate", rate, "-i", join(pictures, pattern)];
  } finally {
    await handle.close();
  }
}
