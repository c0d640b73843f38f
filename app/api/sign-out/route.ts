import { handler } from "@/server/auth/handler";
import { leaveSession } from "@/server/auth/session";

export const POST = handler("anyone", {}, async ({ request }) =>
  Response.json({ data: null }, { headers: { "Set-Cookie": await leaveSession(request) } }),
);
