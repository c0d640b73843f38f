import { SmallFrames } from "@/contract/media";
import { handler } from "@/server/auth/handler";
import { readMediaFrame, readSmallFrames } from "@/server/files/media";
import { lasting } from "@/server/files/send";

export const GET = handler("contributor", { query: SmallFrames }, async ({ params, query }) => {
  const frame = Number(params.frame);
  if (query.small !== undefined) {
    const pack = await readSmallFrames(params.hash!, frame, query.small);
    return new Response(pack, { headers: lasting("application/octet-stream") });
  }
  const { bytes, mime } = await readMediaFrame(params.hash!, frame);
  return new Response(bytes, { headers: lasting(mime) });
});
