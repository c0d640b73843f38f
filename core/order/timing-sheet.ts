import type { Fps } from "../document/fps";
import { timecodeOf } from "../document/timecode";
import { writeCsv } from "../table/csv";
import { secondsOf, type ListedClip } from "./listed";

/** A table of what comes when, as CSV: timecodes, drop-frame where asked and possible, and seconds to three places. */
export function timingSheet(
  clips: readonly ListedClip[],
  { fps, drop, fromFrame }: { readonly fps: Fps; readonly drop: boolean; readonly fromFrame: number },
): string {
  const code = (frame: number): string => timecodeOf(fromFrame + frame, fps, drop);
  return writeCsv({
    heading: ["Number", "Name", "Showing", "Comes", "Expired", "Comes at second", "Length in seconds", "File"],
    rows: clips.map((clip, i) => {
      const { name, showing, startFrame, frames, file } = clip;
      const [from, to] = secondsOf(clip, fps);
      return [
        ...[String(i + 1), name, String(showing), code(startFrame), code(startFrame + frames)],
        ...[from.toFixed(3), (to - from).toFixed(3), file ?? ""],
      ];
    }),
  });
}
