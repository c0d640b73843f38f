import { runFfmpeg } from "../ffmpeg";
import { proveSoundFile } from "../proof/sound-file";
import { soundGraph } from "../sound";
import { defineEncoder } from "./define";

export const encoder = defineEncoder<"wav">({
  settings: [],
  encode: async ({ plan, sound, file, signal, progress }) => {
    const seconds = (plan.frames.length * plan.fps.den) / plan.fps.num;
    // Silence of the clip's length is what a design without sound says.
    const own = sound && { sound, input: 0 };
    const graph = soundGraph({ own, footage: undefined }, seconds);
    const source = sound
      ? ["-i", sound.file, "-filter_complex", graph!, "-map", "[sound]"]
      : ["-f", "lavfi", "-i", `anullsrc=r=48000:cl=stereo,atrim=end=${seconds.toFixed(6)}`];
    await runFfmpeg([...source, "-c:a", "pcm_s16le", "-bitexact", "-y", file], { signal });
    progress(plan.frames.length);
  },
  prove: (job) => proveSoundFile(job),
});
