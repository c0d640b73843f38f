import { UploadQuery } from "@/contract/media";
import { handler } from "@/server/auth/handler";
import { allows } from "@/server/auth/principal";
import { allKinds, fillerKinds, takeUpload } from "@/server/files/uploads";

export const POST = handler("contributor", { query: UploadQuery, cost: 5 }, ({ request, member, query }) =>
  takeUpload(
    request,
    query,
    query.as === "footage" || !allows("designer", member.role) ? fillerKinds : allKinds,
    member.id,
  ),
);
