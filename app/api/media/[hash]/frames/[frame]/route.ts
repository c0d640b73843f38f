import { SmallFrames } from "@/contract/media";
import { handler } from "@/server/auth/handler";
import { sendFrame } from "@/server/files/send-frame";

export const GET = handler("contributor", { query: SmallFrames }, ({ params, query }) =>
  sendFrame(params.hash!, Number(params.frame), query.small),
);
