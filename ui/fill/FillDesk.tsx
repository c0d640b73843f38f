"use client";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import Link from "next/link";
import { FillDesk as FillDeskShape } from "@/contract/releases";
import { call } from "@/ui/parts/api";
import { useEvents } from "@/ui/parts/events";
import { Notice } from "@/ui/parts/Notice";
import { FillSheet } from "./FillSheet";

/** Fetches a release and opens it for filling in. */
export function FillDesk({ releaseId }: { releaseId: string }) {
  const queries = useQueryClient();
  const desk = useQuery({
    queryKey: ["fill", releaseId],
    queryFn: () => call(`/api/releases/${releaseId}`, FillDeskShape),
  });
  // Another one may take its place.
  useEvents(["releases"], () => void queries.invalidateQueries({ queryKey: ["fill", releaseId] }));
  if (desk.data) return <FillSheet desk={desk.data} />;
  return (
    <main className="page">
      {desk.error ? (
        <>
          <Notice weight="stop">{desk.error.message}</Notice>
          <Link href="/">Back to the shelf</Link>
        </>
      ) : (
        <p className="quiet">Fetching the release …</p>
      )}
    </main>
  );
}
