import { principalOf } from "@/server/auth/principal";
import { readInvitation } from "@/server/members/invitations";
import { InvitationOver, Join } from "@/ui/sign-in/Join";

export const dynamic = "force-dynamic";
/** The page's address is a secret: no other site is told it. */
export const metadata = { referrer: "no-referrer" };

export default async function Page({ params }: { params: Promise<{ link: string }> }) {
  const { link: token } = await params;
  const principal = await principalOf(undefined, token);
  if (principal.kind !== "link" || principal.link.kind !== "invitation") return <InvitationOver />;
  return <Join token={token} invitation={readInvitation(principal.link)} />;
}
