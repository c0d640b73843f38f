"use client";
import type { PointerEvent as ReactPointerEvent } from "react";
import type { RestBox } from "@/core/sample/rest";
import { cornersOf, pathOf, toPoint } from "./geometry";
import type { Handle } from "./use-stage-pull";

/** What is shown shorter than this has no grips over its middle, and lower than that none between two corners. */
const leastSidePx = 34;
const lowSidePx = 13;
const scaleOf = ({ world: [a, b] }: RestBox): number => Math.hypot(a, b);

/** Crop marks at the corners of a chosen layer, and short ticks at its sides to pull. */
export function Frame({
  box,
  last,
  zoom,
  begin,
}: {
  box: RestBox;
  last: boolean;
  zoom: number;
  begin: (event: ReactPointerEvent, handle: Handle) => void;
}) {
  const { x, y, width, height } = box.box;
  const handles = ([-1, 0, 1] as const).flatMap((down) =>
    ([-1, 0, 1] as const).filter((across) => across !== 0 || down !== 0).map((across) => ({ across, down })),
  );
  // What is small is moved by a pull in its middle: its sides have no grips there, and its corners reach outwards.
  const shown = { across: (width * scaleOf(box)) / zoom, down: (height * scaleOf(box)) / zoom };
  const at = (across: number, down: number) =>
    toPoint(box.world, x + (width * (across + 1)) / 2, y + (height * (down + 1)) / 2);
  return (
    <g className="overlay__frame">
      <path d={pathOf(cornersOf(box))} />
      {last &&
        handles.map(({ across, down }) => {
          const grips =
            down === 0 ? shown.across >= leastSidePx && shown.down >= lowSidePx : shown.across >= leastSidePx;
          if ((across === 0 || down === 0) && !(grips && (down === 0 || shown.down >= leastSidePx))) return null;
          const point = at(across, down);
          const grip = (e: ReactPointerEvent) => {
            e.stopPropagation();
            begin(e, { across, down });
          };
          const corner = across !== 0 && down !== 0;
          const reach = (corner ? 9 : 6) * zoom;
          const d = corner
            ? `M${point.x + across * reach} ${point.y}H${point.x}V${point.y + down * reach}`
            : across !== 0
              ? `M${point.x} ${point.y}h${across * reach}`
              : `M${point.x} ${point.y}v${down * reach}`;
          return (
            <g
              key={`${across} ${down}`}
              data-handle={`${across} ${down}`}
              className={`overlay__grip grip-${corner ? (across === down ? "nwse" : "nesw") : across !== 0 ? "ew" : "ns"}`}
            >
              <path d={d} />
              <circle
                cx={point.x + across * 4 * zoom}
                cy={point.y + down * 4 * zoom}
                r={7 * zoom}
                onPointerDown={grip}
              />
            </g>
          );
        })}
    </g>
  );
}
