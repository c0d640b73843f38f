import { handler } from "@/server/auth/handler";
import { readMedia } from "@/server/files/media";
import { sendFile } from "@/server/files/send";
import { refuseForeignFile } from "@/server/links/fill";

export const GET = handler("link:fill", {}, async ({ link, params, request }) => {
  await refuseForeignFile(link, params.hash!);
  const { hash, bytes, mime } = await readMedia(params.hash!);
  return sendFile(request, { hash, bytes, mime });
});
