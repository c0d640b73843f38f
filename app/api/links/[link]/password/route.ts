import { NewPasswordRequest } from "@/contract/members";
import { handler } from "@/server/auth/handler";
import { setForgottenPassword } from "@/server/members/account";

export const POST = handler("link:password", { body: NewPasswordRequest, cost: 60 }, ({ link, body }) =>
  setForgottenPassword(link, body.password),
);
