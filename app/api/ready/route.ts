import { handler } from "@/server/auth/handler";
import { readReadiness } from "@/server/operation/ready";

/** Whether people may be sent here now. */
export const GET = handler("anyone", { anyHost: true, sameForAll: true }, async () => {
  const data = await readReadiness();
  return Response.json({ data }, { status: data.ready ? 200 : 503 });
});
