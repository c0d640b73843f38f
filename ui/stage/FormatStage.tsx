"use client";
import { memo, useCallback, type ReactNode } from "react";
import type { Format } from "@/core/document/format";
import { PointedAt } from "./PointedAt";
import type { StagePlayer } from "./player";

export type Plate = "light" | "dark" | "checker" | "footage" | "black";

/** One format of a stage: a plate to judge against, and the graphic at its place over it. */
export const FormatStage = memo(function FormatStage({
  format,
  player,
  plate,
  footage,
  guides = false,
  children,
}: {
  format: Format;
  player: StagePlayer;
  plate: Plate;
  footage?: string | undefined;
  guides?: boolean;
  /** Laid over the picture: handles, threads. */
  children?: ReactNode;
}) {
  const attach = useCallback(
    (canvas: HTMLCanvasElement | null) => player.attach(format.id, canvas),
    [player, format.id],
  );
  return (
    <figure className="format-stage m-0" style={{ "--ratio": format.width / format.height } as React.CSSProperties}>
      <div className={`format-stage__plate overflow-hidden position-relative w-100 plate-${plate}`}>
        {plate === "footage" && footage !== undefined && (
          <video src={`/api/media/${footage}`} autoPlay loop muted playsInline aria-hidden />
        )}
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
      <figcaption>
        {format.name}{" "}
        <span className="figures">
          {format.width} × {format.height}
        </span>
      </figcaption>
    </figure>
  );
});
