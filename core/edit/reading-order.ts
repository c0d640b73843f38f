import type { Box } from "../geometry/box";

/** Ids of boxes as they are read: row by row, within a row from the left, or from the right where that is read first. */
export function readingOrder(boxes: Iterable<readonly [string, Box]>, rightToLeft = false): string[] {
  const byTop = [...boxes].sort(([, a], [, b]) => a.y - b.y || a.x - b.x);
  const rows: { bottom: number; members: (readonly [string, Box])[] }[] = [];
  for (const entry of byTop) {
    const [, box] = entry;
    const row = rows.at(-1);
    // Whose middle is above the foot of a row stands in it.
    if (row && box.y + box.height / 2 < row.bottom) {
      row.members.push(entry);
      row.bottom = Math.max(row.bottom, box.y + box.height);
    } else rows.push({ bottom: box.y + box.height, members: [entry] });
  }
  const along = (a: Box, b: Box) => (rightToLeft ? b.x + b.width - (a.x + a.width) : a.x - b.x);
  return rows.flatMap(({ members }) => members.sort(([, a], [, b]) => along(a, b)).map(([id]) => id));
}
