import type { KeyTime } from "@/core/document/keys";
import { anchoredAt } from "@/core/edit/anchored";
import { plainFps } from "@/core/outputs/output";
import type { StagePlayer } from "@/ui/stage/player";
import type { BenchState } from "../store";

/** The playhead's instant, anchored to what is nearest: the start while it arrives, the end while it leaves. */
export function keyTimeAt(player: StagePlayer, { format, document }: Pick<BenchState, "format" | "document">): KeyTime {
  const { stage, timeS, lengthS } = player.snapshot();
  const shown = stage.kind === "ready" ? stage.formats.find((one) => one.format.id === format) : undefined;
  const { arriveS = 0, leaveS = 0 } = shown ?? {};
  return anchoredAt(timeS, { arriveS, leaveS, lengthS, fps: document.fps ?? plainFps });
}
