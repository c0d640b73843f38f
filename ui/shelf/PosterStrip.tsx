"use client";
import { useMemo } from "react";
import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import { sampleValues } from "@/core/document/values";
import { FormatStage } from "@/ui/stage/FormatStage";
import { usePlayer } from "@/ui/stage/use-player";

/** A design's poster in all its formats, and how to let it play. */
export function usePosterStrip(design: Design, house: House) {
  const scene = useMemo(
    () => ({ request: { design, values: sampleValues(design), house, samples: true }, formats: design.formats }),
    [design, house],
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
  const formats = house.formats.filter((format) => design.formats.includes(format.id));
  const strip = (
    <div className="release-plate__strip" aria-busy={view.stage.kind === "loading"}>
      {formats.map((format) => (
        <FormatStage key={format.id} format={format} player={player} plate="dark" />
      ))}
    </div>
  );
  const playing = { onMouseEnter: start, onMouseLeave: rest, onFocus: start, onBlur: rest };
  return { strip, formats, playing };
}
