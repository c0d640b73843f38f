import { ScheduleRequest } from "@/contract/live";
import { handler } from "@/server/auth/handler";
import { scheduleLive } from "@/server/orders/live";

export const POST = handler("contributor", { body: ScheduleRequest }, ({ params, body, member }) =>
  scheduleLive(params.live!, body, member.name),
);
