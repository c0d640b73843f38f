import { PrepareMark } from "@/contract/marks";
import { handler } from "@/server/auth/handler";
import { prepareMark } from "@/server/files/prepare-mark";

export const POST = handler("designer", { body: PrepareMark, cost: 10 }, ({ member, body }) =>
  prepareMark(member, body),
);
