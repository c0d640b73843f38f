import { pxPerU, type Format } from "@/core/document/format";
import type { Box } from "@/core/geometry/box";
import { clearBox } from "@/core/layout/zones";
import type { RestBox } from "@/core/sample/rest";

/** What an area inset by a share of a format is, in u. */
export function insetBox(format: Format, share: number): Box {
  const width = format.width / pxPerU(format);
  const height = format.height / pxPerU(format);
  return { x: width * share, y: height * share, width: width * (1 - 2 * share), height: height * (1 - 2 * share) };
}

/** What an edge may snap to: the format, its safe areas, and the layers that are not moved. */
export function snapBoxes(format: Format, boxes: ReadonlyMap<string, RestBox>, ids: readonly string[]): Box[] {
  const safe = insetBox(format, format.titleSafe);
  const others = [...boxes.values()].filter(({ id }) => !ids.includes(id)).map(({ box }) => box);
  return [insetBox(format, 0), insetBox(format, format.actionSafe), safe, clearBox(format, safe), ...others];
}
