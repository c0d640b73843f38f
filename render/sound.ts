import { IssueError } from "@/core/issue";
import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";

/** A sound that lies under a clip: its file, and the part of it that is heard. */
export interface ClipSound {
  readonly file: string;
  readonly fromS: number;
  readonly untilS: number;
  readonly gain: number;
  /** What it was mixed from, where it is no upload itself: a proof measures against these. */
  readonly mixedFrom?: SoundMix;
}

/** The sound of one part of a running order, at its place in one showing; seconds. */
export interface PartSound {
  readonly sound: ClipSound;
  readonly startS: number;
  readonly lengthS: number;
}

/** The sounds of all parts of an order, every showing the same. */
export interface SoundMix {
  readonly parts: readonly PartSound[];
  /** Silence before the first showing. */
  readonly leadS: number;
  readonly periodS: number;
  readonly times: number;
}

/**
 * The sound of a design, by where files with a content hash lie; undefined when it has none. Throws an IssueError for
 * one that the house style has not.
 */
export async function soundOf(
  design: Design,
  house: House,
  pathOf: (hash: string) => Promise<string>,
): Promise<ClipSound | undefined> {
  const facts = design.sound;
  const stored = facts && house.sounds.find(({ id }) => id === facts.sound);
  if (!facts) return undefined;
  if (!stored) throw new IssueError({ code: "sound_unknown", sound: facts.sound });
  const untilS = Math.min(stored.durationS, facts.until ?? stored.durationS);
  if (untilS <= facts.from) return undefined;
  return { file: await pathOf(stored.hash), fromS: facts.from, untilS, gain: facts.gain };
}

/**
 * Two channels of any sound, each as strong as it was: one channel is heard on both sides at its own level, where a plain
 * change of layout would take 3 dB from it.
 */
export const twoChannels = "aformat=channel_layouts=mono|stereo,pan=stereo|FL=FL+FC|FR=FR+FC";

/**
 * Filter chain for the sound of a clip, ending in [sound]: the design's own, that of the footage, or both mixed. Each is
 * exactly as long as the clip, silent where it has nothing more to say. Undefined when nothing is heard. `input` and
 * `footage` are the numbers of ffmpeg's inputs.
 */
export function soundGraph(
  { own, footage }: { own: { sound: ClipSound; input: number } | undefined; footage: number | undefined },
  lengthS: number,
): string | undefined {
  // What footage lacks where it starts again is silence, or all that follows would come early.
  const filled = "aresample=48000:async=1:min_hard_comp=0.005:first_pts=0";
  const fitted = `${filled},${twoChannels},apad,atrim=end=${lengthS.toFixed(6)}`;
  const under = (name: string) => `[${footage}:a:0]${fitted}[${name}]`;
  if (!own) return footage === undefined ? undefined : under("sound");
  const { fromS, untilS, gain } = own.sound;
  const part = `atrim=start=${fromS.toFixed(6)}:end=${untilS.toFixed(6)},asetpts=PTS-STARTPTS`;
  const first = `[${own.input}:a:0]${part},volume=${gain},${fitted}`;
  if (footage === undefined) return `${first}[sound]`;
  return `${first}[own];${under("under")};[own][under]amix=inputs=2:normalize=0[sound]`;
}
