import type { Metadata } from "next";
import { LinkRemote } from "@/ui/live/LinkRemote";

export const metadata: Metadata = { title: "Remote", robots: { index: false }, referrer: "no-referrer" };

export default async function Page({ params }: { params: Promise<{ link: string }> }) {
  const { link } = await params;
  return <LinkRemote token={link} />;
}
