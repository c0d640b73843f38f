/**
 * Whether two values are the same as JSON, in whatever order their keys were written; a key without a value is none. Parts
 * that documents share, as after an edit of a few of them, are not gone into.
 */
export function sameJson(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null)
    return Number.isNaN(a) && Number.isNaN(b);
  if (Array.isArray(a) || Array.isArray(b))
    return Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.every((item, i) => sameJson(item, b[i]));
  const [one, other] = [a, b] as Record<string, unknown>[];
  for (const key in one) if (!sameJson(one[key], other![key])) return false;
  for (const key in other) if (one![key] === undefined && other[key] !== undefined) return false;
  return true;
}
