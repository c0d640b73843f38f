/**
 * The caller's address, for limits. The last entry of the forwarding header is the one our own proxy, or the server
 * itself, has written; earlier ones may be made up.
 */
export function addressOf(request: Request): string {
  const forwarded = request.headers.get("x-forwarded-for")?.split(",").pop()?.trim();
  return (forwarded || "unknown").slice(0, 60);
}
