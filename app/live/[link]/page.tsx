import type { Metadata } from "next";
import { LivePage } from "@/ui/live/LivePage";

export const metadata: Metadata = { title: "On the air", robots: { index: false }, referrer: "no-referrer" };

/** See-through from the first moment: it lies over a stream. */
const clear = "html,body{background:transparent!important;overflow:hidden}";

export default async function Page({ params }: { params: Promise<{ link: string }> }) {
  const { link } = await params;
  return (
    <>
      <style>{clear}</style>
      <LivePage token={link} />
    </>
  );
}
