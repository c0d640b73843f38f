"use client";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import Link from "next/link";
import { useState, type ReactNode } from "react";
import { FillDesk as FillDeskShape } from "@/contract/releases";
import { SheetView } from "@/contract/sheets";
import { call } from "@/ui/parts/api";
import { useEvents } from "@/ui/parts/events";
import { Notice } from "@/ui/parts/Notice";
import { createSheet } from "@/ui/sheets/store";
import { FillSheet } from "./FillSheet";

/** Fetches a release, or a clip that has been begun, and opens it for filling in. */
export function FillDesk({ releaseId, clipId }: { releaseId: string; clipId: string | undefined }) {
  // The clip that is begun here gets its address while it is being filled in; that is no other one.
  const [opened] = useState(clipId);
  return opened === undefined ? <NewClip releaseId={releaseId} /> : <KnownClip clipId={opened} />;
}

function NewClip({ releaseId }: { releaseId: string }) {
  const queries = useQueryClient();
  const desk = useQuery({
    queryKey: ["fill", releaseId],
    queryFn: () => call(`/api/releases/${releaseId}`, FillDeskShape),
  });
  // Another one may take its place.
  useEvents(["releases"], () => void queries.invalidateQueries({ queryKey: ["fill", releaseId] }));
  if (desk.data) return <FillSheet desk={desk.data} />;
  return <Waiting error={desk.error}>Loading the release …</Waiting>;
}

function KnownClip({ clipId }: { clipId: string }) {
  const clip = useQuery({
    queryKey: ["clip", clipId],
    queryFn: () => call(`/api/sheets/${clipId}`, SheetView),
    // From then on changes are heard of one by one.
    staleTime: Infinity,
    gcTime: 0,
  });
  if (clip.data) return <OpenClip view={clip.data} />;
  return <Waiting error={clip.error}>Loading the clip …</Waiting>;
}

function OpenClip({ view }: { view: SheetView }) {
  const [store] = useState(() => createSheet(view));
  return <FillSheet desk={view.desk} open={store} />;
}

function Waiting({ error, children }: { error: Error | null; children: ReactNode }) {
  return (
    <main className="page">
      {error ? (
        <>
          <Notice weight="stop">{error.message}</Notice>
          <Link href="/">Back to the shelf</Link>
        </>
      ) : (
        <p className="quiet">{children}</p>
      )}
    </main>
  );
}
