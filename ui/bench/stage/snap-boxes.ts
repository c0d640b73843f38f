import type { Format } from "@/core/document/format";
import type { Box } from "@/core/geometry/box";
import { clearBox, insetBox } from "@/core/layout/zones";
import type { RestBox } from "@/core/sample/rest";

/** What an edge may snap to: the format, its safe areas, and the layers that are not moved. */
export function snapBoxes(format: Format, boxes: ReadonlyMap<string, RestBox>, ids: readonly string[]): Box[] {
  const safe = insetBox(format, format.titleSafe);
  const others = [...boxes.values()].filter(({ id }) => !ids.includes(id)).map(({ box }) => box);
  return [insetBox(format, 0), insetBox(format, format.actionSafe), safe, clearBox(format, safe), ...others];
}
