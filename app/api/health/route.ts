import { handler } from "@/server/auth/handler";
import { version } from "@/server/version";

/** That this process is alive, whatever it depends on. */
export const GET = handler("anyone", { anyHost: true, sameForAll: true }, async () => ({
  alive: true,
  version: version(),
}));
