import { fitVideo } from "../fitted-video";
import { encodeLaid } from "../laid-over";
import { tolerances } from "../proof/tolerances";
import { proveVideo } from "../proof/video";
import { withSpool } from "../spool";
import { defineEncoder } from "./define";

const coder = ["-c:v", "libx264", "-preset", "veryfast"];
const quality = 17;
const container = ["-pix_fmt", "yuv420p", "-movflags", "+faststart"];
const settings = [...coder, "-crf", String(quality), ...container];

export const encoder = defineEncoder<"h264">({
  settings,
  encode: async (job, pictures) => {
    const { backing, limitKb } = job.output;
    const colour = backing.kind === "colour" ? backing.colour : undefined;
    if (limitKb === undefined) return encodeLaid(job, pictures, { colour, settings });
    return withSpool(job, pictures, (spool) =>
      fitVideo(job, limitKb, [quality, 40], ({ crf, size }, file) => {
        const coarser = [...coder, "-crf", crf.toFixed(2), ...container];
        return encodeLaid(job, spool, { colour, size, file, settings: coarser });
      }),
    );
  },
  prove: (job, frames) => proveVideo(job, frames, { tolerance: tolerances.h264 }),
});
