import { ForgottenRequest } from "@/contract/members";
import { handler } from "@/server/auth/handler";
import { forgotPassword } from "@/server/members/account";

export const POST = handler("anyone", { body: ForgottenRequest, cost: 100 }, ({ body }) => forgotPassword(body.email));
