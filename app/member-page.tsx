import { cookies } from "next/headers";
import Link from "next/link";
import { redirect } from "next/navigation";
import type { ReactNode } from "react";
import type { Role } from "@/contract/members";
import { allows } from "@/server/auth/principal";
import { cookieName, memberOfSeal } from "@/server/auth/session";
import { Masthead } from "@/ui/parts/Masthead";
import { MemberProvider } from "@/ui/parts/member";
import { Notice } from "@/ui/parts/Notice";
import { Providers } from "@/ui/parts/Providers";
import { SignedOutNotice } from "@/ui/parts/SignedOutNotice";

/**
 * A page for members, of at least a role where one is named: sends everyone else to sign in, and back to `path`
 * afterwards.
 */
export async function MemberPage({
  path,
  least = "contributor",
  children,
}: {
  path: string;
  least?: Role;
  children: ReactNode;
}) {
  const seal = (await cookies()).get(cookieName())?.value;
  const member = await memberOfSeal(seal);
  if (!member) redirect(`/sign-in?to=${encodeURIComponent(path)}`);
  const { id, name, email, role } = member;
  return (
    <Providers>
      <MemberProvider member={{ id, name, email, role }}>
        <Masthead member={{ id, name, email, role }} />
        <SignedOutNotice />
        {allows(least, role) ? children : <NotForYou role={least} />}
      </MemberProvider>
    </Providers>
  );
}

function NotForYou({ role }: { role: Role }) {
  return (
    <main className="page">
      <h1>Not for your role</h1>
      <Notice weight="stop">This page is for {role}s. Ask the owner if it should be yours too.</Notice>
      <Link href="/">Back to the shelf</Link>
    </main>
  );
}
