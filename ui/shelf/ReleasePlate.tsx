"use client";
import Link from "next/link";
import type { ReleaseCard } from "@/contract/releases";
import { usePosterStrip } from "./PosterStrip";

/** One release: its poster in every format, playing while pointed at. */
export function ReleasePlate({ release }: { release: ReleaseCard }) {
  const { document, house } = release;
  const { strip, formats, playing } = usePosterStrip(document, house);
  return (
    <article className="release-plate" {...playing}>
      <Link href={`/fill/${release.id}`} aria-label={`Fill in ${document.name}`}>
        {strip}
        <h2>{document.name}</h2>
      </Link>
      <p>{document.about}</p>
      <p className="release-plate__facts figures">
        Release {release.number} · {formats.length} formats · {release.clips} {release.clips === 1 ? "clip" : "clips"}{" "}
        made
      </p>
    </article>
  );
}
