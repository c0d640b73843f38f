import type { Framing } from "../document/media";

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Units of the box for one pixel of the picture. */
export function framedScale(box: Size, content: Size, { fit, scale }: Pick<Framing, "fit" | "scale">): number {
  const pick = fit === "cover" ? Math.max : Math.min;
  return pick(box.width / content.width, box.height / content.height) * scale;
}

/** Of one side of a picture the part that is seen in a box: where it begins, how long it is, and where it stands there. */
export function seenPart(side: number, whole: number, scale: number, focus: number) {
  const seen = Math.min(whole, side / scale);
  const from = Math.min(whole - seen, Math.max(0, focus * whole - seen / 2));
  return { from, seen, at: (side - seen * scale) / 2 };
}

/**
 * The point of a picture that stays in view when it is pulled so far in its box, in the box's units. A pull beyond the
 * picture's edge goes as far as that.
 */
export function pulledFocus(
  box: Size,
  content: Size,
  framing: Framing,
  by: { readonly x: number; readonly y: number },
): Framing["focus"] {
  const scale = framedScale(box, content, framing);
  const turn = (framing.turn * Math.PI) / 180;
  // The picture lies turned: pulled across, it goes on along its own sides.
  const own = {
    x: by.x * Math.cos(turn) + by.y * Math.sin(turn),
    y: by.y * Math.cos(turn) - by.x * Math.sin(turn),
  };
  const along = (side: number, whole: number, focus: number, pull: number) => {
    const { from, seen } = seenPart(side, whole, scale, focus);
    const next = Math.min(whole - seen, Math.max(0, from - pull / scale));
    return (next + seen / 2) / whole;
  };
  return {
    x: along(box.width, content.width, framing.focus.x, own.x),
    y: along(box.height, content.height, framing.focus.y, own.y),
  };
}
