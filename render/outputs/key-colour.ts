import { firmEdges, leastKeyDistance, ShownColours } from "@/core/media/key-colour";
import { encodeLaid } from "../laid-over";
import { mapPictures } from "../painted";
import { tolerances } from "../proof/tolerances";
import { proveVideo } from "../proof/video";
import { withSpool } from "../spool";
import { defineEncoder } from "./define";

const coder = ["-c:v", "libx264", "-preset", "veryfast", "-crf", "12"];
const pixels = { "420": ["-pix_fmt", "yuv420p"], "444": ["-pix_fmt", "yuv444p"] } as const;
const container = ["-movflags", "+faststart"];
/** More half-clear ink than edges alone are made of. */
const muchHalfClear = 0.25;

export const encoder = defineEncoder<"key-colour">({
  settings: [...coder, ...pixels["420"], ...container],
  encode: async (job, pictures) => {
    const { key, chroma } = job.output;
    const shown = new ShownColours();
    return withSpool(
      job,
      pictures,
      async (spool) => {
        const best = shown.farthest();
        const { colour, distance } = key === "best" ? best : { colour: key, distance: shown.distanceTo(key) };
        const settings = [...coder, ...pixels[chroma], ...container];
        await encodeLaid(job, mapPictures(spool, firmEdges), { colour, chroma, settings });
        const notes = [`The key is ${colour}; the nearest colour shown is ${distance.toFixed(2)} away (OKLab).`];
        if (distance < leastKeyDistance) {
          const better = best.distance > distance ? ` ${best.colour} would be farther away.` : "";
          notes.push(`The key colour is too close to the graphic: a keyer may remove parts of it.${better}`);
        }
        if (shown.halfClear > muchHalfClear)
          notes.push(
            "Half-transparent parts are more opaque than designed, because a keyer can’t tell them from the key colour.",
          );
        return { ground: colour, notes };
      },
      (picture) => shown.add(picture),
    );
  },
  prove: (job, frames) =>
    proveVideo(job, frames, {
      tolerance: tolerances["key-colour"],
      changed: ({ painted, bounds }) => ({ painted: firmEdges(painted), bounds }),
    }),
});
