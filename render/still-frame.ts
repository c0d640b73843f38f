import type { EncodeJob } from "./outputs/define";
import type { Output } from "@/core/outputs/output";

/** The frame that a still shows, of the clip's frames. */
export function stillFrame({
  plan,
  playable,
  output,
}: Pick<EncodeJob<Extract<Output, { kind: "still" }>>, "plan" | "playable" | "output">): number {
  const timeS = output.at === "poster" ? playable.posterS : output.at * playable.lengthS;
  const frame = Math.round((timeS * plan.fps.num) / plan.fps.den);
  return Math.min(plan.frames.length - 1, Math.max(0, frame));
}
