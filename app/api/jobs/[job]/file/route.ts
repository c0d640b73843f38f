import { handler } from "@/server/auth/handler";
import { sendFile } from "@/server/files/send";
import { madeFile } from "@/server/jobs/jobs";

export const GET = handler("contributor", {}, async ({ member, params, request }) => {
  const { fileName, ...file } = await madeFile(member, params.job!);
  return sendFile(request, fileName === undefined ? file : { ...file, saveAs: fileName });
});
