import { principalOf } from "@/server/auth/principal";
import { LinkOver } from "@/ui/links/LinkOver";
import { ChoosePassword } from "@/ui/sign-in/Forgotten";

export const dynamic = "force-dynamic";
/** The page's address is a secret: no other site is told it. */
export const metadata = { referrer: "no-referrer" };

export default async function Page({ params }: { params: Promise<{ link: string }> }) {
  const { link: token } = await params;
  const principal = await principalOf(undefined, token);
  if (principal.kind === "link" && principal.link.kind === "password") return <ChoosePassword token={token} />;
  return <LinkOver words="It has ended, or was used already. Ask for a new one where you sign in." />;
}
