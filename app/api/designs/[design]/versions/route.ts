import { NewVersionRequest } from "@/contract/designs";
import { handler } from "@/server/auth/handler";
import { keepVersion, readVersions } from "@/server/designs/drafts";

export const GET = handler("designer", {}, ({ params }) => readVersions(params.design!));

export const POST = handler("designer", { body: NewVersionRequest, large: true, cost: 5 }, ({ params, body, member }) =>
  keepVersion(params.design!, body, member.id),
);
