import { handler } from "@/server/auth/handler";
import { readMedia } from "@/server/files/media";
import { sendFile } from "@/server/files/send";

export const GET = handler("contributor", {}, async ({ params, request }) => {
  const { hash, bytes, mime } = await readMedia(params.hash!);
  return sendFile(request, { hash, bytes, mime });
});
