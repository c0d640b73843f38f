import { EstimateRequest } from "@/contract/exports";
import { handler } from "@/server/auth/handler";
import { estimateClips } from "@/server/exports/requests";

export const POST = handler("contributor", { body: EstimateRequest }, ({ body }) => estimateClips(body));
