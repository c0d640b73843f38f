import { handler } from "@/server/auth/handler";
import { sendFile } from "@/server/files/send";
import { packedFile } from "@/server/jobs/jobs";

export const GET = handler("contributor", {}, async ({ member, params, request }) => {
  const { hash, bytes, fileName } = await packedFile(member, params.job!);
  return sendFile(request, { hash, bytes, mime: "application/zip", saveAs: fileName });
});
