import { join } from "node:path";
import { runFfmpeg } from "./ffmpeg";
import { twoChannels, type ClipSound, type PartSound } from "./sound";

/**
 * The sounds of all parts as one file, each heard at its place and no longer than its part; every showing the same.
 * Undefined when no part has any. Throws EncodeError.
 */
export async function orderSound(
  parts: readonly PartSound[],
  {
    leadS,
    periodS,
    times,
    lengthS,
  }: { readonly leadS: number; readonly periodS: number; readonly times: number; readonly lengthS: number },
  folder: string,
  signal?: AbortSignal,
): Promise<ClipSound | undefined> {
  if (parts.length === 0) return undefined;
  const mixedFrom = { parts, leadS, periodS, times };
  const lead = `adelay=${Math.round(leadS * 48000)}S:all=1`;
  const one = join(folder, "showing.flac");
  const inputs = parts.flatMap(({ sound }) => ["-i", sound.file]);
  const chains = parts.map(({ sound, startS, lengthS: partS }, i) => {
    const untilS = Math.min(sound.untilS, sound.fromS + partS);
    const cut = `atrim=start=${sound.fromS.toFixed(6)}:end=${untilS.toFixed(6)},asetpts=PTS-STARTPTS`;
    const samples = Math.round(startS * 48000);
    return `[${i}:a:0]aresample=48000,${cut},volume=${sound.gain},${twoChannels},adelay=${samples}S:all=1[p${i}]`;
  });
  const all = parts.map((_, i) => `[p${i}]`).join("");
  // The pause before the first showing is none of those that follow.
  const fitted = times > 1 ? `apad,atrim=end=${periodS.toFixed(6)}` : `${lead},apad,atrim=end=${lengthS.toFixed(6)}`;
  const graph = `${chains.join(";")};${all}amix=inputs=${parts.length}:normalize=0,${fitted}[sound]`;
  await runFfmpeg([...inputs, "-filter_complex", graph, "-map", "[sound]", "-c:a", "flac", "-y", one], { signal });
  if (times === 1) return { file: one, fromS: 0, untilS: lengthS, gain: 1, mixedFrom };
  const whole = join(folder, "showings.flac");
  const again = ["-stream_loop", String(times - 1), "-i", one];
  const shifted = ["-af", `${lead},apad`, "-t", lengthS.toFixed(6)];
  await runFfmpeg([...again, ...shifted, "-c:a", "flac", "-y", whole], { signal });
  return { file: whole, fromS: 0, untilS: lengthS, gain: 1, mixedFrom };
}
