import { pxPerU } from "../document/format";
import { intersectBox, isEmptyBox } from "../geometry/box";
import type { Issue } from "../issue";
import type { Still } from "../layout/types";
import { zonesOf } from "../layout/zones";

/** Slack in u, so that optical overhang of a letter is no finding. */
const slackU = 0.3;

/** Text that stands outside the title-safe area, or where an app lays its own buttons. */
export function textPlaces(still: Still): Issue[] {
  const { format } = still;
  const width = format.width / pxPerU(format);
  const height = format.height / pxPerU(format);
  const margin = { x: width * format.titleSafe, y: height * format.titleSafe };
  const issues: Issue[] = [];
  for (const { layer, box } of still.layers) {
    if (layer.kind !== "text" || layer.matteOnly || isEmptyBox(box)) continue;
    const outside =
      box.x < margin.x - slackU ||
      box.y < margin.y - slackU ||
      box.x + box.width > width - margin.x + slackU ||
      box.y + box.height > height - margin.y + slackU;
    if (outside) issues.push({ code: "outside_safe", layer: layer.id });
    for (const zone of zonesOf(format)) {
      if (isEmptyBox(intersectBox(box, zone.box))) continue;
      issues.push({ code: "in_keep_clear", layer: layer.id, zone: zone.name });
    }
  }
  return issues;
}
