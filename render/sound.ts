import { runFfmpeg } from "./ffmpeg";
import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";

/** A sound that lies under a clip: its file, and the part of it that is heard. */
export interface ClipSound {
  readonly file: string;
  readonly fromS: number;
  readonly untilS: number;
  readonly gain: number;
}

/** The sound of a design, by where files with a content hash lie; undefined when it has none. */
export function soundOf(design: Design, house: House, pathOf: (hash: string) => string): ClipSound | undefined {
  const facts = design.sound;
  const stored = facts && house.sounds.find(({ id }) => id === facts.sound);
  if (!facts || !stored) return undefined;
  const untilS = Math.min(stored.durationS, facts.until ?? stored.durationS);
  return untilS > facts.from ? { file: pathOf(stored.hash), fromS: facts.from, untilS, gain: facts.gain } : undefined;
}

/**
 * Filter chain for the sound of a clip: the design's own, with that of the footage where there is some. Each is as long
 * as the clip, silent where it has nothing more to say. `footage` and `own` are the numbers of ffmpeg's inputs.
 */
export function soundGraph(sound: ClipSound, own: number, footage: number | undefined, lengthS: number): string {
  const { fromS, untilS, gain } = sound;
  const part = `atrim=start=${fromS.toFixed(6)}:end=${untilS.toFixed(6)},asetpts=PTS-STARTPTS`;
  const fitted = `aresample=48000,aformat=channel_layouts=stereo,apad,atrim=end=${lengthS.toFixed(6)}`;
  const first = `[${own}:a:0]${part},volume=${gain},${fitted}`;
  if (footage === undefined) return `${first}[sound]`;
  return `${first}[own];[${footage}:a:0]${fitted}[under];[own][under]amix=inputs=2:normalize=0[sound]`;
}

/** Whether a file carries sound at all. */
export async function hasSound(file: string): Promise<boolean> {
  const args = ["-v", "error", "-select_streams", "a", "-show_entries", "stream=index", "-of", "csv=p=0", file];
  return (await runFfmpeg(args, { program: "ffprobe" })).toString().trim() !== "";
}
