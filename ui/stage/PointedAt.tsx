"use client";
import type { Format } from "@/core/document/format";
import { apply } from "@/core/geometry/matrix";
import type { StagePlayer } from "./player";
import type { PlayerView } from "./view";
import { usePlayerView } from "./use-player";

const pointed = (view: PlayerView) => view.pointed;

/** The place of what is said about a picture, framed on it. */
export function PointedAt({ player, format }: { player: StagePlayer; format: Format }) {
  const mark = usePlayerView(player, pointed);
  if (!mark || !mark.formats.includes(format.id)) return null;
  const { stage } = player.snapshot();
  const shown = stage.kind === "ready" ? stage.formats.find((one) => one.format.id === format.id) : undefined;
  const place = shown?.boxes.find(({ id }) => id === mark.layer);
  if (!place) return null;
  const { x, y, width, height } = place.box;
  const corners = [
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ] as const;
  const points = corners.map(([cornerX, cornerY]) => apply(place.world, cornerX, cornerY).join()).join(" ");
  return (
    <svg className="pointed-at" viewBox={`0 0 ${format.width} ${format.height}`} aria-hidden>
      <polygon points={points} vectorEffect="non-scaling-stroke" />
    </svg>
  );
}
