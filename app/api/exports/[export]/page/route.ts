import { handler } from "@/server/auth/handler";
import { finishedExport } from "@/server/exports/exports";
import { sendPage } from "@/server/files/send";
import { notFound } from "@/server/refusal";

export const GET = handler("contributor", {}, async ({ params, request }) => {
  const { hash, bytes, output } = await finishedExport(params.export!);
  if (output.kind !== "web-page") throw notFound("page");
  return sendPage(request, { hash, bytes });
});
