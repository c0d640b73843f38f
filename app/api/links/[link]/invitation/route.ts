import { JoinRequest } from "@/contract/links";
import { handler } from "@/server/auth/handler";
import { startSession } from "@/server/auth/session";
import { join, readInvitation } from "@/server/members/invitations";

export const GET = handler("link:invitation", {}, async ({ link }) => readInvitation(link));

export const POST = handler("link:invitation", { body: JoinRequest }, async ({ link, body, request }) => {
  const member = await join(link, body);
  const { id, name, email, role } = member;
  const response = Response.json({ data: { id, name, email, role } });
  for (const cookie of await startSession(member, request)) response.headers.append("Set-Cookie", cookie);
  return response;
});
