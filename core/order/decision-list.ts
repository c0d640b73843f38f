import type { Fps } from "../document/fps";
import { mayDrop, timecodeOf } from "../document/timecode";
import type { ListedClip } from "./listed";

export interface DecisionListFacts {
  readonly title: string;
  readonly fps: Fps;
  readonly drop: boolean;
  /** Frame of the programme at which the order begins; an hour by custom. */
  readonly fromFrame: number;
}

/** The form's own lines are printable ASCII. */
const plain = (text: string): string =>
  text
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .replace(/[^\x20-\x7e]/g, "_");

/** A remark is read by people and matched with files: letters of any script stay, what would end the line does not. */
const remark = (text: string): string => text.normalize("NFC").replace(/[\p{Cc}\u2028\u2029]/gu, " ");

/**
 * The plain edit decision list of the trade, for one lane: an event a clip, cut in and out. Names of files stand in remarks,
 * since a reel has eight letters. Source: SMPTE 258M.
 */
export function decisionList(lane: readonly ListedClip[], { title, fps, drop, fromFrame }: DecisionListFacts): string {
  const dropping = drop && mayDrop(fps);
  const at = (frame: number): string => timecodeOf(frame, fps, dropping);
  const events = lane.map(({ name, file, startFrame, frames }, i) => {
    const [from, to] = [fromFrame + startFrame, fromFrame + startFrame + frames];
    const number = String((i + 1) % 1000).padStart(3, "0");
    return [
      `${number}  AX       V     C        ${at(0)} ${at(frames)} ${at(from)} ${at(to)}`,
      `* FROM CLIP NAME: ${remark(name)}`,
      ...(file === undefined ? [] : [`* SOURCE FILE: ${remark(file)}`]),
      "",
    ].join("\r\n");
  });
  const head = [`TITLE: ${plain(title).slice(0, 70)}`, `FCM: ${dropping ? "DROP FRAME" : "NON-DROP FRAME"}`, ""];
  return [head.join("\r\n"), ...events].join("\r\n");
}
