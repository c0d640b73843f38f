import { handler } from "@/server/auth/handler";
import { readMediaFrame } from "@/server/files/media";
import { lasting } from "@/server/files/send";

export const GET = handler("contributor", {}, async ({ params }) => {
  const { bytes, mime } = await readMediaFrame(params.hash!, Number(params.frame));
  return new Response(bytes, { headers: lasting(mime) });
});
