import type { Metadata, Viewport } from "next";
import { LinkRow } from "@/ui/links/LinkRow";
import { Providers } from "@/ui/parts/Providers";

/** The page's address is a secret: no other site is told it. */
export const metadata: Metadata = { robots: { index: false }, referrer: "no-referrer" };
export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export default async function Page({ params }: { params: Promise<{ link: string }> }) {
  const { link } = await params;
  return (
    <Providers>
      <LinkRow token={link} />
    </Providers>
  );
}
