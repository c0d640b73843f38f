import { SignInRequest } from "@/contract/members";
import { handler } from "@/server/auth/handler";
import { startSession } from "@/server/auth/session";
import { signIn } from "@/server/auth/sign-in";

export const POST = handler("anyone", { body: SignInRequest }, async ({ body, request }) => {
  const member = await signIn(body, request);
  const { id, name, email, role } = member;
  const response = Response.json({ data: { id, name, email, role } });
  for (const cookie of await startSession(member, request)) response.headers.append("Set-Cookie", cookie);
  return response;
});
