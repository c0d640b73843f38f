import { rename } from "node:fs/promises";
import { join } from "node:path";
import type { ClipPlan } from "@/core/sample/clip";
import { pad, paintedInput } from "./chains";
import { runFfmpeg } from "./ffmpeg";
import { shareStills } from "./film-table";
import type { EncodeJob } from "./outputs/define";
import { writePictures, type PictureSource } from "./painted";
import { encodeInParts, type InParts } from "./parts";
import { joinFilms } from "./segments";

interface Coding {
  /** Makes of the painted pixels what is encoded. */
  readonly chain: readonly string[];
  readonly settings: readonly string[];
}

/** Distinct pictures that are coded in one part. */
const partPictures = 400;

/** The parts of a QuickTime film of a kind whose every frame stands alone. */
export function intraParts(
  job: Pick<EncodeJob, "plan" | "format" | "folder" | "file" | "signal">,
  pictures: PictureSource,
  { chain, settings }: Coding,
): InParts {
  const { plan, format, folder, file, signal } = job;
  const sent = [...new Set(plan.frames)];
  const parts = Array.from({ length: Math.ceil(sent.length / partPictures) }, (_, i) =>
    sent.slice(i * partPictures, (i + 1) * partPictures),
  );
  const filter = [...chain, pad(plan, format)].join(",");
  return {
    sizes: parts.map(({ length }) => length),
    encode: (part, to, progress) =>
      runFfmpeg([...paintedInput(plan), "-vf", filter, ...settings, "-an", ...timescale(plan), "-y", to], {
        signal,
        feed: (input) => writePictures(pictures, parts[part]!, input, signal),
        onFrames: progress,
      }).then(() => undefined),
    join: async (files) => {
      const stills = files.length === 1 ? files[0]! : join(folder, "stills.mov");
      if (files.length > 1) await joinFilms({ folder, plan, signal, more: timescale(plan) }, files, stills);
      const placeOf = new Map(sent.map((picture, place) => [picture, place]));
      await shareStills(
        stills,
        plan.frames.map((picture) => placeOf.get(picture)!),
      );
      await rename(stills, file);
    },
  };
}

/**
 * A QuickTime film of a kind whose every frame stands alone: each distinct picture is encoded once and lies in the file
 * once, however often it is shown.
 */
export const encodeOnce = (job: EncodeJob, pictures: PictureSource, coding: Coding): Promise<void> =>
  encodeInParts(job, intraParts(job, pictures, coding));

/** Low rates have a fine clock too. */
const timescale = ({ fps }: ClipPlan): string[] => [
  "-video_track_timescale",
  String(fps.num * (fps.num < 1000 ? 512 : 1)),
];
