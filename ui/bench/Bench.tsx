"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { BenchView } from "@/contract/designs";
import { call } from "@/ui/parts/api";
import { useMember } from "@/ui/parts/member";
import { Notice } from "@/ui/parts/Notice";
import { BenchDesk } from "./BenchDesk";
import { browserStore } from "@/ui/parts/browser-store";
import { findUnsent } from "./unsent";

/** The last words of a page that has just gone may still be on their way for so long. */
const onTheirWayMs = 3000;

/** A draft as it is, and what earlier pages of this browser have left of theirs. */
async function openDraft(memberId: string, designId: string) {
  const fetchView = () => call(`/api/designs/${designId}`, BenchView);
  const store = browserStore();
  const left = store ? await findUnsent(memberId, designId, store) : [];
  let view = await fetchView();
  const underWay = () =>
    left.some(({ revision, atMs }) => revision === view.revision && Date.now() - atMs < onTheirWayMs);
  while (underWay()) {
    await new Promise((resolve) => setTimeout(resolve, 250));
    view = await fetchView();
  }
  return { view, left };
}

/** Fetches a draft and opens it on the bench. */
export function Bench({ designId }: { designId: string }) {
  const { id: memberId } = useMember();
  const view = useQuery({
    queryKey: ["bench", designId],
    queryFn: () => openDraft(memberId, designId),
    // The bench holds the draft from here on; what others do shows when it saves.
    staleTime: Infinity,
    gcTime: 0,
  });
  if (view.data) return <BenchDesk key={designId} {...view.data} />;
  return (
    <main className="page">
      {view.error ? (
        <>
          <Notice weight="stop">{view.error.message}</Notice>
          <Link href="/">Back to the shelf</Link>
        </>
      ) : (
        <p className="quiet">Loading the design …</p>
      )}
    </main>
  );
}
