import { factsOf } from "@/core/outputs/output";
import { handler } from "@/server/auth/handler";
import { finishedExport } from "@/server/exports/exports";
import { sendFile } from "@/server/files/send";

export const GET = handler("contributor", {}, async ({ params, request }) => {
  const { hash, bytes, fileName, output } = await finishedExport(params.export!);
  return sendFile(request, { hash, bytes, mime: factsOf(output).mime, saveAs: fileName });
});
