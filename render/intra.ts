import { rename } from "node:fs/promises";
import { join } from "node:path";
import type { ClipPlan } from "@/core/sample/clip";
import { pad, paintedInput } from "./chains";
import { runFfmpeg } from "./ffmpeg";
import { shareStills } from "./film-table";
import type { EncodeJob } from "./outputs/define";
import { writePictures, type PictureSource } from "./painted";

/**
 * A QuickTime film of a kind whose every frame stands alone: each distinct picture is encoded once and lies in the file
 * once, however often it is shown. `chain` makes of the painted pixels what is encoded.
 */
export async function encodeOnce(
  job: EncodeJob,
  pictures: PictureSource,
  { chain, settings }: { readonly chain: readonly string[]; readonly settings: readonly string[] },
): Promise<void> {
  const { plan, format, folder, file, signal, progress } = job;
  const stills = join(folder, "stills.mov");
  const sent = [...new Set(plan.frames)];
  const filter = [...chain, pad(plan, format)].join(",");
  await runFfmpeg([...paintedInput(plan), "-vf", filter, ...settings, "-an", ...timescale(plan), "-y", stills], {
    signal,
    feed: (input) => writePictures(pictures, sent, input, signal),
    onFrames: (made) => progress(Math.floor((plan.frames.length * made) / sent.length)),
  });
  const placeOf = new Map(sent.map((picture, place) => [picture, place]));
  await shareStills(
    stills,
    plan.frames.map((picture) => placeOf.get(picture)!),
  );
  await rename(stills, file);
}

/** Low rates have a fine clock too. */
const timescale = ({ fps }: ClipPlan): string[] => [
  "-video_track_timescale",
  String(fps.num * (fps.num < 1000 ? 512 : 1)),
];
