import { cookies } from "next/headers";
import { redirect } from "next/navigation";
import type { ReactNode } from "react";
import { cookieName, memberOfSeal } from "@/server/auth/session";
import { Masthead } from "@/ui/parts/Masthead";
import { Providers } from "@/ui/parts/Providers";

/** A page for members: sends everyone else to sign in, and back to `path` afterwards. */
export async function MemberPage({ path, children }: { path: string; children: ReactNode }) {
  const seal = (await cookies()).get(cookieName)?.value;
  const member = seal ? await memberOfSeal(seal) : undefined;
  if (!member) redirect(`/sign-in?to=${encodeURIComponent(path)}`);
  const { id, name, email, role } = member;
  return (
    <Providers>
      <Masthead member={{ id, name, email, role }} />
      {children}
    </Providers>
  );
}
