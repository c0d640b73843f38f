/** A path of this site as a browser will read it; undefined for whatever would lead elsewhere. */
export function ownPath(to: unknown): string | undefined {
  if (typeof to !== "string" || !to.startsWith("/") || /[\u0000-\u0020\\]/.test(to)) return undefined;
  const base = "http://own.invalid";
  const read = URL.canParse(to, base) ? new URL(to, base) : undefined;
  return read?.origin === base ? `${read.pathname}${read.search}` : undefined;
}
