import { SignInRequest } from "@/contract/members";
import { handler } from "@/server/auth/handler";
import { startSession } from "@/server/auth/session";
import { signIn } from "@/server/auth/sign-in";
import { addressOf } from "@/server/auth/address";

export const POST = handler("anyone", { body: SignInRequest }, async ({ body, request }) => {
  const member = await signIn(body.email, body.password, addressOf(request));
  const { id, name, email, role } = member;
  return Response.json({ data: { id, name, email, role } }, { headers: { "Set-Cookie": await startSession(member) } });
});
