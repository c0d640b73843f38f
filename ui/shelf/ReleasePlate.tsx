"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useCallback, useState } from "react";
import { ReleaseScene, type ReleaseCard } from "@/contract/releases";
import { call } from "@/ui/parts/api";
import { NewSheetButton } from "@/ui/parts/NewSheetButton";
import { usePosterPlate } from "./PosterPlate";

/** One release: its graphic, large, and the two ways to fill it in. */
export function ReleasePlate({ release }: { release: ReleaseCard }) {
  const { id, designId, name, about, formats, clips } = release;
  const [wanted, setWanted] = useState(false);
  const onWanted = useCallback(() => setWanted(true), []);
  const scene = useQuery({
    queryKey: ["scene", id],
    queryFn: () => call(`/api/releases/${id}/scene`, ReleaseScene),
    enabled: wanted,
    staleTime: Infinity,
  });
  const { picture, marks, pointing } = usePosterPlate({
    poster: release.poster ? `/api/releases/${id}/poster` : undefined,
    formats,
    shown: scene.data,
    onWanted,
  });
  return (
    <article className="release-plate" {...pointing}>
      <Link href={`/fill/${id}`} aria-label={`Fill in ${name}`}>
        {picture}
        <h2>{name}</h2>
      </Link>
      <p className="plate__about text-secondary fs-13" title={about}>
        {about}
      </p>
      <div className="align-items-center d-flex gap-12 fs-13 mt-4">
        {marks}
        <NewSheetButton releaseId={id} designId={designId} name={name} />
        {clips > 0 && (
          <span className="text-secondary figures ms-auto">
            {clips} {clips === 1 ? "clip" : "clips"}
          </span>
        )}
      </div>
    </article>
  );
}
