import { Refusal } from "@/server/refusal";

/** Names under which this instance is meant to be reached; any other may be somebody else's, led here. */
function ownOrigins(): readonly string[] {
  const { PUBLIC_URL, PORT } = process.env;
  if (PUBLIC_URL) return [new URL(PUBLIC_URL).origin];
  return ["127.0.0.1", "localhost", "[::1]"].map((name) => `http://${name}:${PORT ?? 3000}`);
}

export const foreignHost = "This is not the address of a Rubrick.";

/** Whether a host is one of ours: a name that leads here may belong to anybody. */
export const isOwnHost = (host: string | null): boolean =>
  ownOrigins().some((origin) => new URL(origin).host === host?.toLowerCase());

/** Refuses requests for a host that is not ours. */
export function checkHost(request: Request): void {
  if (!isOwnHost(request.headers.get("host"))) throw new Refusal(421, "host", foreignHost);
}

/** A page of another site must not be able to make a signed-in browser change anything. */
export function checkOrigin(request: Request): void {
  const origin = request.headers.get("origin")?.toLowerCase() ?? "";
  if (!ownOrigins().includes(origin)) {
    throw new Refusal(403, "origin", "This request does not come from Rubrick’s own pages.");
  }
}
