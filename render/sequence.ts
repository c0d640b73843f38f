import type { Format } from "@/core/document/format";
import type { ClipPlan } from "@/core/sample/clip";

/* What lies in a zip of pictures. */

export const sequenceFactsName = "sequence.json";

/** `frame-00000.png`, counted from 0 as frames are everywhere here. */
export const frameName = (frame: number): string => `frame-${String(frame).padStart(5, "0")}.png`;

/** What somebody must tell their program to play the pictures right. */
export const sequenceFacts = ({ fps, frames }: ClipPlan, { width, height }: Pick<Format, "width" | "height">) => ({
  rate: `${fps.num}/${fps.den}`,
  ...{ frames: frames.length, width, height, pictures: "frame-%05d.png", first: 0, alpha: "straight" },
});
