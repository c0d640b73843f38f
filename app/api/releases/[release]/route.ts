import { handler } from "@/server/auth/handler";
import { readFillDesk } from "@/server/designs/shelf";

export const GET = handler("contributor", {}, ({ params }) => readFillDesk(params.release!));
