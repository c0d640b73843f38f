import { handler } from "@/server/auth/handler";
import { readScene } from "@/server/designs/shelf";
import { lasting } from "@/server/files/send";

export const GET = handler(
  "contributor",
  {},
  async ({ params }) => new Response(await readScene(params.release!), { headers: lasting("application/json") }),
);
