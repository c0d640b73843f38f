import { handler } from "@/server/auth/handler";
import { endSession } from "@/server/auth/session";

export const POST = handler("anyone", {}, async () =>
  Response.json({ data: null }, { headers: { "Set-Cookie": endSession() } }),
);
