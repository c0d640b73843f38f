"use client";
import Link from "next/link";
import { useCallback, useState } from "react";
import { useQuery } from "@tanstack/react-query";
import { ReleaseScene, type ReleaseCard } from "@/contract/releases";
import { call } from "@/ui/parts/api";
import { usePosterStrip } from "./PosterStrip";

/** One release: its poster in every format, playing while pointed at. */
export function ReleasePlate({ release }: { release: ReleaseCard }) {
  const { id, name, about, formats, number, clips } = release;
  const [seen, setSeen] = useState(false);
  const onSeen = useCallback(() => setSeen(true), []);
  const scene = useQuery({
    queryKey: ["scene", id],
    queryFn: () => call(`/api/releases/${id}/scene`, ReleaseScene),
    enabled: seen,
    staleTime: Infinity,
  });
  const { strip, playing } = usePosterStrip(scene.data, formats, { onSeen });
  return (
    <article className="release-plate" {...playing}>
      <Link href={`/fill/${id}`} aria-label={`Fill in ${name}`}>
        {strip}
        <h2>{name}</h2>
      </Link>
      <p>{about}</p>
      <p className="release-plate__facts figures">
        Release {number} · {formats.length} formats · {clips} {clips === 1 ? "clip" : "clips"} made
      </p>
    </article>
  );
}
