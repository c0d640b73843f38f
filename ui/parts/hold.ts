import type { PointerEvent } from "react";

/** Pixels within which a hand shakes: what is let go within them was pressed, not pulled. */
const shakePx = 3;

/** Something that a pointer holds, and where it was taken. */
export interface Hold {
  readonly x: number;
  readonly y: number;
  moved: boolean;
}

/** Takes hold of what is pressed, so that it is pulled on where the pointer leaves it. */
export function takeHold(event: PointerEvent<Element>, holder: Element = event.currentTarget): Hold {
  event.stopPropagation();
  holder.setPointerCapture(event.pointerId);
  return { x: event.clientX, y: event.clientY, moved: false };
}

/** How far it has been pulled, in pixels; undefined while it is only pressed. Wherever it was taken, it doesn't jump. */
export function wayOf(
  hold: Hold,
  { clientX, clientY }: Pick<PointerEvent, "clientX" | "clientY">,
): { readonly x: number; readonly y: number } | undefined {
  const way = { x: clientX - hold.x, y: clientY - hold.y };
  hold.moved ||= Math.hypot(way.x, way.y) >= shakePx;
  return hold.moved ? way : undefined;
}
