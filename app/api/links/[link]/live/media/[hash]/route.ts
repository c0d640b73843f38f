import { handler } from "@/server/auth/handler";
import { readMedia } from "@/server/files/media";
import { sendFile } from "@/server/files/send";
import { refuseForeign } from "@/server/orders/live";

export const GET = handler("link:live", {}, async ({ link, params, request }) => {
  await refuseForeign(link, params.hash!);
  const { hash, bytes, mime } = await readMedia(params.hash!);
  return sendFile(request, { hash, bytes, mime });
});
