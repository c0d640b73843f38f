"use client";
import { useStill } from "@/ui/parts/still";
import { useEffect, useRef, type PointerEvent, type ReactNode } from "react";
import type { Raster } from "@/core/media/raster";
import type { Plate } from "@/ui/stage/FormatStage";

const plates: readonly Plate[] = ["light", "dark", "checker", "footage"];
const names: Readonly<Record<string, string>> = {
  light: "On light",
  dark: "On dark",
  checker: "On a checker",
  footage: "On footage",
};

/** From this ratio on a mark fills its ground from side to side, otherwise from top to bottom. */
const widest = 1.6;

export interface Share {
  readonly x: number;
  readonly y: number;
}

interface PlatesProps {
  readonly ratio: number;
  readonly footage: string | undefined;
  /** What is shown on each ground. */
  readonly picture: (plate: Plate) => ReactNode;
  /** Drawn over each: lines and points. */
  readonly over?: ReactNode;
  /** Where the picture was pressed, pulled over and let go, in shares of its sides. */
  readonly onPress?: ((at: Share) => void) | undefined;
  readonly onPull?: ((at: Share) => void) | undefined;
  readonly onRelease?: (() => void) | undefined;
}

/** A mark large on light, dark, checker and footage side by side. */
export function Plates({ ratio, footage, picture, over, onPress, onPull, onRelease }: PlatesProps) {
  const still = useStill();
  const shareOf = (event: PointerEvent<HTMLElement>): Share => {
    const box = event.currentTarget.getBoundingClientRect();
    return { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height };
  };
  return (
    <div className="mark-plates d-grid gap-12">
      {plates.map((plate) => (
        <figure key={plate} className="m-0">
          <div className={`mark-plates__ground overflow-hidden position-relative plate-${plate}`}>
            {plate === "footage" && footage !== undefined && (
              <video src={`/api/media/${footage}`} autoPlay={!still} loop muted playsInline aria-hidden />
            )}
            <div
              className={`mark-plates__mark position-relative${onPress ? " is-drawn-on" : ""}`}
              style={{ aspectRatio: ratio, [ratio > widest ? "width" : "height"]: "100%" }}
              onPointerDown={(event) => {
                if (!onPress) return;
                event.currentTarget.setPointerCapture(event.pointerId);
                onPress(shareOf(event));
              }}
              onPointerMove={(event) => event.buttons === 1 && onPull?.(shareOf(event))}
              onPointerUp={() => onRelease?.()}
            >
              {picture(plate)}
              {over}
            </div>
          </div>
          <figcaption className="quiet fs-13">{names[plate]}</figcaption>
        </figure>
      ))}
    </div>
  );
}

/** Pixels as they are. */
export function RasterPicture({ raster, label }: { raster: Raster; label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width, height, data } = raster;
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    context?.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
  }, [data, width, height]);
  return <canvas ref={canvas} className="d-block w-100" width={width} height={height} role="img" aria-label={label} />;
}
