import { ownPath } from "@/ui/sign-in/own-path";
import { SignIn } from "@/ui/sign-in/SignIn";

export const dynamic = "force-dynamic";

export default async function Page({ searchParams }: { searchParams: Promise<{ to?: string }> }) {
  const { to } = await searchParams;
  // Only paths of our own: anything else would let a link lead a freshly signed-in member elsewhere.
  return <SignIn to={ownPath(to) ?? "/"} />;
}
