import { handler } from "@/server/auth/handler";
import { readBench } from "@/server/designs/drafts";

export const GET = handler("designer", {}, ({ params }) => readBench(params.design!));
