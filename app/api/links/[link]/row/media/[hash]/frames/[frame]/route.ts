import { SmallFrames } from "@/contract/media";
import { handler } from "@/server/auth/handler";
import { readMediaFrame, readSmallFrames } from "@/server/files/media";
import { lasting } from "@/server/files/send";
import { refuseForeignFile } from "@/server/links/fill";

export const GET = handler("link:fill", { query: SmallFrames }, async ({ link, params, query }) => {
  await refuseForeignFile(link, params.hash!);
  const frame = Number(params.frame);
  if (query.small !== undefined) {
    const pack = await readSmallFrames(params.hash!, frame, query.small);
    return new Response(pack, { headers: lasting("application/octet-stream") });
  }
  const { bytes, mime } = await readMediaFrame(params.hash!, frame);
  return new Response(bytes, { headers: lasting(mime) });
});
