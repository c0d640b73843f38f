import type { Box } from "@/core/geometry/box";
import { apply } from "@/core/geometry/matrix";
import type { PreparedFormat } from "./protocol";

/** As much of a format as is left around a graphic that is shown close up, as a share of its larger side. */
const margin = 0.06;
const mostZoom = 8;
/** Flatter pictures would be too low beside each other, and narrower ones too high. */
const flattest = 4;
const narrowest = 0.9;

type Size = { readonly width: number; readonly height: number };

/** The upright box, in pixels of the format, of all that stands in it at rest; undefined where nothing does. */
export function drawnArea({ boxes, format }: Pick<PreparedFormat, "boxes" | "format">): Box | undefined {
  const seen = boxes.filter(({ box }) => box.width > 0 && box.height > 0);
  const corners = seen.flatMap(({ box: { x, y, width, height }, world }) =>
    [
      [x, y],
      [x + width, y],
      [x + width, y + height],
      [x, y + height],
    ].map(([cornerX, cornerY]) => apply(world, cornerX!, cornerY!)),
  );
  const inside = (value: number, side: number) => Math.min(side, Math.max(0, value));
  const across = corners.map(([x]) => inside(x, format.width));
  const down = corners.map(([, y]) => inside(y, format.height));
  const [left, top] = [Math.min(...across), Math.min(...down)];
  const [width, height] = [Math.max(...across) - left, Math.max(...down) - top];
  return width > 0 && height > 0 ? { x: left, y: top, width, height } : undefined;
}

/** The size of close-ups in which each of these areas has room; all of the format where that is not enough. */
export function closeSize(areas: readonly Box[], format: Size): Size {
  const most = (side: "width" | "height") => Math.max(0, ...areas.map((area) => area[side]));
  const around = 2 * margin * Math.max(most("width"), most("height"));
  const [wide, high] = [most("width") + around, most("height") + around];
  if (around === 0) return { width: format.width, height: Math.min(format.height, format.width / flattest) };
  const ratio = Math.min(flattest, Math.max(narrowest, wide / high));
  const width = Math.min(format.width, Math.max(wide, high * ratio, format.width / mostZoom));
  const height = width / ratio;
  return most("height") <= height && height <= format.height ? { width, height } : format;
}

/** The part of a format of that size with the area in its middle, as far as the format reaches. */
export function partAround(area: Box, { width, height }: Size, format: Size): Box {
  const along = (from: number, side: number, seen: number, all: number) =>
    Math.min(all - seen, Math.max(0, from + side / 2 - seen / 2));
  return {
    x: along(area.x, area.width, width, format.width),
    y: along(area.y, area.height, height, format.height),
    ...{ width, height },
  };
}
