import { SmallFrames } from "@/contract/media";
import { handler } from "@/server/auth/handler";
import { sendFrame } from "@/server/files/send-frame";
import { refuseForeignFile } from "@/server/links/fill";

export const GET = handler("link:fill", { query: SmallFrames }, async ({ link, params, query }) => {
  await refuseForeignFile(link, params.hash!);
  return sendFrame(params.hash!, Number(params.frame), query.small);
});
