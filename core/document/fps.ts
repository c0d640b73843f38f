import { z } from "zod";

/** A frame rate as an exact ratio, so that 30000/1001 stays what it is. */
export const Fps = z.strictObject({
  num: z.number().int().min(1).max(120000),
  den: z.number().int().min(1).max(1001),
});
export type Fps = z.infer<typeof Fps>;

/** The frame rates on offer, by the name people use. */
export const frameRates: Readonly<Record<string, Fps>> = {
  "23.976": { num: 24000, den: 1001 },
  "24": { num: 24, den: 1 },
  "25": { num: 25, den: 1 },
  "29.97": { num: 30000, den: 1001 },
  "30": { num: 30, den: 1 },
  "50": { num: 50, den: 1 },
  "59.94": { num: 60000, den: 1001 },
  "60": { num: 60, den: 1 },
};

/** The name people use for a rate written "num/den", such as 29.97 for 30000/1001. */
export function rateName(rate: string): string {
  const [num, den] = rate.split("/").map(Number) as [number, number];
  const known = Object.entries(frameRates).find(([, fps]) => fps.num * den === num * fps.den);
  return known?.[0] ?? rate;
}

/** The seconds of one frame at a rate written "num/den". */
export function secondsPerFrame(rate: string): number {
  const [num, den] = rate.split("/").map(Number) as [number, number];
  return den / num;
}

/** Frames in a clip of this length in seconds; the last one is `frames - 1`. */
export const frameCount = (lengthS: number, fps: Fps): number => Math.max(1, Math.round((lengthS * fps.num) / fps.den));

/** The instant of a frame in seconds. */
export const frameToS = (frame: number, fps: Fps): number => (frame * fps.den) / fps.num;
