import type { CSSProperties } from "react";
import type { Box } from "@/core/geometry/box";
import { closeSize, partAround } from "./drawn-part";

type Size = { readonly width: number; readonly height: number };

/** A close-up of more than this share of the frame shows nothing that the frame does not. */
const worthwhile = 0.7;

/**
 * The part of a frame, in its pixels, that shows all that is drawn in it close up; undefined where that is nearly all of
 * it. `drawn` as shares of the frame.
 */
export function closeUpOf(drawn: Box, size: Size): Box | undefined {
  const area = {
    ...{ x: drawn.x * size.width, y: drawn.y * size.height },
    ...{ width: drawn.width * size.width, height: drawn.height * size.height },
  };
  const part = partAround(area, closeSize([area], size), size);
  return part.width * part.height > worthwhile * size.width * size.height ? undefined : part;
}

const percent = (share: number) => `${100 * share}%`;

/** Where a whole frame stands in a box that shows only this part of it. */
export const placeOf = (part: Box, size: Size): CSSProperties => ({
  ...{ width: percent(size.width / part.width), height: percent(size.height / part.height) },
  ...{ left: percent(-part.x / part.width), top: percent(-part.y / part.height) },
});
