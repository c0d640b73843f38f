import { as } from "../support/api";
import { bodies } from "./bodies";
import { holding } from "./holding";
import type { Input } from "./input";
import { requests } from "./requests";
import { uploads } from "./uploads";

/** Everything that is tried, in this order. */
export const table: readonly Input[] = [...bodies, ...requests, ...holding, ...uploads];

/** Takes back what was taken on the way. */
export async function cancelTaken(): Promise<void> {
  const { exports } = (await as("ines", "GET", "/api/exports")).data as { exports: { id: string; state: string }[] };
  for (const { id, state } of exports) {
    if (state === "waiting" || state === "leased") await as("ines", "POST", `/api/exports/${id}/cancel`, {});
  }
}
