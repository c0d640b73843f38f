import type { Fps } from "./fps";

/** Frames a second as timecode counts them: 30 for 30000/1001. */
const nominal = ({ num, den }: Fps): number => Math.round(num / den);

/** Whether a rate has a drop-frame timecode: 29.97 and 59.94. */
export const mayDrop = (fps: Fps): boolean => fps.den === 1001 && nominal(fps) % 30 === 0;

const two = (part: number): string => String(part).padStart(2, "0");

/**
 * A frame's timecode, HH:MM:SS:FF; with `drop` HH:MM:SS;FF, which leaves out numbers (never frames) so that it keeps with
 * the clock. A day is 24 hours, then it begins anew. Source: SMPTE ST 12-1.
 */
export function timecodeOf(frame: number, fps: Fps, drop = false): string {
  const rate = nominal(fps);
  const dropping = drop && mayDrop(fps);
  const number = dropping ? frame + droppedBefore(frame, rate) : frame;
  const seconds = Math.floor(number / rate);
  const [hours, minutes] = [Math.floor(seconds / 3600) % 24, Math.floor(seconds / 60) % 60];
  return `${two(hours)}:${two(minutes)}:${two(seconds % 60)}${dropping ? ";" : ":"}${two(number % rate)}`;
}

/**
 * The frame at which a programme that begins at a full hour of its timecode begins: for 01:00:00:00 at 30000/1001 108,000,
 * with drop-frame 107,892.
 */
export function frameOfHour(hour: number, fps: Fps, drop: boolean): number {
  const frame = hour * 3600 * nominal(fps);
  return drop && mayDrop(fps) ? frame - (nominal(fps) / 15) * 54 * hour : frame;
}

/** How many numbers were left out before a frame: two (at 60, four) each minute but every tenth. */
function droppedBefore(frame: number, rate: number): number {
  const each = rate / 15;
  const tenMinutes = rate * 600 - each * 9;
  const minute = rate * 60 - each;
  const [tens, rest] = [Math.floor(frame / tenMinutes), frame % tenMinutes];
  // The first of ten minutes leaves none out.
  const minutes = rest < rate * 60 ? 0 : 1 + Math.floor((rest - rate * 60) / minute);
  return each * (9 * tens + minutes);
}

/**
 * The frame that a timecode names, `;` or `.` before the frames meaning drop-frame; undefined for what is none, or names a
 * frame that is left out.
 */
export function frameOfTimecode(text: string, fps: Fps): number | undefined {
  const found = /^(\d{1,2}):([0-5]\d):([0-5]\d)([:;.])(\d{2})$/.exec(text.trim());
  if (!found) return undefined;
  const [hours, minutes, seconds, frames] = [found[1], found[2], found[3], found[5]].map(Number) as [
    number,
    number,
    number,
    number,
  ];
  const rate = nominal(fps);
  if (frames >= rate) return undefined;
  const number = ((hours * 60 + minutes) * 60 + seconds) * rate + frames;
  if (found[4] === ":" || !mayDrop(fps)) return number;
  const each = rate / 15;
  const all = hours * 60 + minutes;
  if (seconds === 0 && frames < each && minutes % 10 !== 0) return undefined;
  return number - each * (all - Math.floor(all / 10));
}
