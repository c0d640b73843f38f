import { handler } from "@/server/auth/handler";
import { sendFile } from "@/server/files/send";
import { proofFile } from "@/server/links/proof";

export const GET = handler("link:view", {}, async ({ link, params, request }) =>
  sendFile(request, await proofFile(link, params.export!)),
);
