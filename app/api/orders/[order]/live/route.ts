import { NewLivePage } from "@/contract/live";
import { handler } from "@/server/auth/handler";
import { readLivePages, startLivePage } from "@/server/orders/live";

export const GET = handler("contributor", {}, ({ params }) => readLivePages(params.order!));

export const POST = handler("contributor", { body: NewLivePage }, ({ params, body, member }) =>
  startLivePage(member, params.order!, body),
);
