"use client";
import { memo, useCallback, useEffect, type ReactNode } from "react";
import type { Box } from "@/core/geometry/box";
import type { Format } from "@/core/document/format";
import { PointedAt } from "./PointedAt";
import { useStill } from "@/ui/parts/still";
import type { StagePlayer } from "./player";

export type Plate = "light" | "dark" | "checker" | "footage" | "black";

const noSamples: readonly string[] = [];

/** One format of a stage: a plate to judge against, and the graphic at its place over it. */
export const FormatStage = memo(function FormatStage({
  format,
  player,
  plate,
  footage,
  guides = false,
  samples = noSamples,
  part,
  children,
}: {
  format: Format;
  player: StagePlayer;
  plate: Plate;
  footage?: string | undefined;
  guides?: boolean;
  /** Labels of the fields whose samples are shown: said on the picture, since no file shows them. */
  samples?: readonly string[];
  /** The part of the format that is looked at, in its pixels; all of it unless given. */
  part?: Box | undefined;
  /** Laid over the picture: handles, threads. */
  children?: ReactNode;
}) {
  const still = useStill();
  const attach = useCallback(
    (canvas: HTMLCanvasElement | null) => player.attach(format.id, canvas),
    [player, format.id],
  );
  const looked = part ?? { x: 0, y: 0, width: format.width, height: format.height };
  const zoom = format.width / looked.width;
  useEffect(() => player.resized(), [player, zoom]);
  const ratio = { "--ratio": looked.width / looked.height } as React.CSSProperties;
  return (
    <figure className="format-stage m-0" data-format={format.id} style={ratio}>
      <div className={`format-stage__plate overflow-hidden position-relative w-100 plate-${plate}`}>
        {plate === "footage" && footage !== undefined && (
          <video src={`/api/media/${footage}`} autoPlay={!still} loop muted playsInline aria-hidden />
        )}
        <div
          className="format-stage__whole position-absolute"
          style={{
            left: `${(-100 * looked.x) / looked.width}%`,
            top: `${(-100 * looked.y) / looked.height}%`,
            width: `${100 * zoom}%`,
            height: `${(100 * format.height) / looked.height}%`,
          }}
        >
          <canvas ref={attach} role="img" aria-label={`Preview, ${format.name}`} />
          {children}
          <PointedAt player={player} format={format} />
          {guides && (
            <span
              className="format-stage__safe pe-none position-absolute"
              style={{ inset: `${format.titleSafe * 100}%` }}
              aria-hidden
            />
          )}
        </div>
        {samples.length > 0 && (
          <span className="format-stage__sample pe-none position-absolute" title={`Sample: ${samples.join(", ")}`}>
            Sample: {samples.join(", ")}
          </span>
        )}
      </div>
      <figcaption>
        {format.name}{" "}
        <span className="figures">
          {format.width} × {format.height}
        </span>
      </figcaption>
    </figure>
  );
});
