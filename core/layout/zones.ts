import { pxPerU, type Format } from "../document/format";
import { intersectBox, isEmptyBox, type Box } from "../geometry/box";

/** A format's keep-clear zones as boxes in u, with their names. */
export function zonesOf(format: Format): { readonly name: string; readonly box: Box }[] {
  const width = format.width / pxPerU(format);
  const height = format.height / pxPerU(format);
  return format.keepClear.map((zone) => ({
    name: zone.name,
    box: { x: zone.x * width, y: zone.y * height, width: zone.width * width, height: zone.height * height },
  }));
}

/** What an area inset by a share of a format is, in u. */
export function insetBox(format: Format, share: number): Box {
  const width = format.width / pxPerU(format);
  const height = format.height / pxPerU(format);
  return { x: width * share, y: height * share, width: width * (1 - 2 * share), height: height * (1 - 2 * share) };
}

/** What is left of a box when every zone that reaches into it is cut off from the side where that costs least. */
export function clearBox(format: Format, whole: Box): Box {
  let box = whole;
  for (const { box: zone } of zonesOf(format)) {
    if (isEmptyBox(intersectBox(box, zone))) continue;
    const right = box.x + box.width;
    const bottom = box.y + box.height;
    const zoneRight = zone.x + zone.width;
    const zoneBottom = zone.y + zone.height;
    const candidates: Box[] = [
      { ...box, x: zoneRight, width: right - zoneRight },
      { ...box, width: zone.x - box.x },
      { ...box, y: zoneBottom, height: bottom - zoneBottom },
      { ...box, height: zone.y - box.y },
    ];
    const area = (entry: Box) => Math.max(0, entry.width) * Math.max(0, entry.height);
    box = candidates.reduce((best, next) => (area(next) > area(best) ? next : best));
  }
  return box;
}
