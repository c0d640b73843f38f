"use client";
import { useState, type PointerEvent as ReactPointerEvent, type RefObject } from "react";
import type { Box } from "@/core/geometry/box";
import type { RestBox } from "@/core/sample/rest";
import { useBenchStore } from "../store";
import { cornersOf } from "./geometry";

/** Shorter than this on the screen it was a press. */
const leastPx = 4;

interface Pulled {
  readonly from: { readonly x: number; readonly y: number };
  readonly to: { readonly x: number; readonly y: number };
  /** What was chosen before and stays chosen. */
  readonly kept: readonly string[];
}

const boxOf = ({ from, to }: Pulled): Box => ({
  x: Math.min(from.x, to.x),
  y: Math.min(from.y, to.y),
  width: Math.abs(from.x - to.x),
  height: Math.abs(from.y - to.y),
});

/** Whether any of a layer lies in a frame, both in pixels of the format. */
function touches(box: RestBox, frame: Box): boolean {
  const corners = cornersOf(box);
  const xs = corners.map(({ x }) => x);
  const ys = corners.map(({ y }) => y);
  return (
    Math.min(...xs) < frame.x + frame.width &&
    Math.max(...xs) > frame.x &&
    Math.min(...ys) < frame.y + frame.height &&
    Math.max(...ys) > frame.y
  );
}

/** A frame that is pulled over the ground chooses what it touches; with Shift or Ctrl beside what is chosen. */
export function useMarquee(
  svg: RefObject<SVGSVGElement | null>,
  formatWidth: number,
  layers: readonly { readonly id: string; readonly box: RestBox }[],
) {
  const store = useBenchStore();
  const [pulled, setPulled] = useState<Pulled>();
  const pointOf = (event: ReactPointerEvent) => {
    const { left, top, width } = svg.current!.getBoundingClientRect();
    const scale = formatWidth / width;
    return { x: (event.clientX - left) * scale, y: (event.clientY - top) * scale };
  };
  const begin = (event: ReactPointerEvent) => {
    const adds = event.shiftKey || event.ctrlKey || event.metaKey;
    const kept = adds ? store.getState().chosen : [];
    store.getState().choose(kept);
    svg.current?.setPointerCapture(event.pointerId);
    const at = pointOf(event);
    setPulled({ from: at, to: at, kept });
  };
  const move = (event: ReactPointerEvent) => pulled && setPulled({ ...pulled, to: pointOf(event) });
  const end = () => {
    if (!pulled) return;
    const frame = boxOf(pulled);
    const scale = formatWidth / (svg.current?.getBoundingClientRect().width || formatWidth);
    setPulled(undefined);
    if (Math.max(frame.width, frame.height) < leastPx * scale) return;
    const found = layers.filter(({ box }) => touches(box, frame)).map(({ id }) => id);
    store.getState().choose([...new Set([...pulled.kept, ...found])]);
  };
  return { frame: pulled && boxOf(pulled), begin, move, end };
}
