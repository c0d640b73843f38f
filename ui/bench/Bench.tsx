"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { BenchView } from "@/contract/designs";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { BenchDesk } from "./BenchDesk";

/** Fetches a draft and opens it on the bench. */
export function Bench({ designId }: { designId: string }) {
  const view = useQuery({
    queryKey: ["bench", designId],
    queryFn: () => call(`/api/designs/${designId}`, BenchView),
    // The bench holds the draft from here on; what others do shows when it saves.
    staleTime: Infinity,
    gcTime: 0,
  });
  if (view.data) return <BenchDesk key={designId} view={view.data} />;
  return (
    <main className="page">
      {view.error ? (
        <>
          <Notice weight="stop">{view.error.message}</Notice>
          <Link href="/">Back to the shelf</Link>
        </>
      ) : (
        <p className="quiet">Fetching the design …</p>
      )}
    </main>
  );
}
