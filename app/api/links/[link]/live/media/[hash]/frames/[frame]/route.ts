import { handler } from "@/server/auth/handler";
import { sendFrame } from "@/server/files/send-frame";
import { refuseForeign } from "@/server/orders/live";

export const GET = handler("link:live", {}, async ({ link, params }) => {
  await refuseForeign(link, params.hash!);
  return sendFrame(params.hash!, Number(params.frame));
});
