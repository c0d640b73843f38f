"use client";
import Link from "next/link";
import { useMemo } from "react";
import type { ReleaseCard } from "@/contract/releases";
import { sampleValues } from "@/core/document/values";
import { FormatStage } from "@/ui/stage/FormatStage";
import { usePlayer } from "@/ui/stage/use-player";

/** One release: its poster in every format, playing while pointed at. */
export function ReleasePlate({ release }: { release: ReleaseCard }) {
  const { document, house } = release;
  const scene = useMemo(
    () => ({
      request: { design: document, values: sampleValues(document), house, samples: true },
      formats: document.formats,
    }),
    [document, house],
  );
  const { player, view } = usePlayer(scene);
  const start = () => {
    player.seek(0);
    player.play();
  };
  const rest = () => {
    player.pause();
    player.seekPoster();
  };
  const formats = house.formats.filter((format) => document.formats.includes(format.id));
  return (
    <article className="release-plate" onMouseEnter={start} onMouseLeave={rest} onFocus={start} onBlur={rest}>
      <Link href={`/fill/${release.id}`} aria-label={`Fill in ${document.name}`}>
        <div className="release-plate__strip" aria-busy={view.stage.kind === "loading"}>
          {formats.map((format) => (
            <FormatStage key={format.id} format={format} player={player} plate="dark" />
          ))}
        </div>
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
