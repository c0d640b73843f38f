import { handler } from "@/server/auth/handler";
import { readVersion } from "@/server/designs/drafts";

export const GET = handler("designer", {}, ({ params }) => readVersion(params.design!, params.version!));
