import { handler } from "@/server/auth/handler";
import { readMediaFrame } from "@/server/files/media";
import { lasting } from "@/server/files/send";
import { refuseForeign } from "@/server/orders/live";

export const GET = handler("link:live", {}, async ({ link, params }) => {
  await refuseForeign(link, params.hash!);
  const { bytes, mime } = await readMediaFrame(params.hash!, Number(params.frame));
  return new Response(bytes, { headers: lasting(mime) });
});
