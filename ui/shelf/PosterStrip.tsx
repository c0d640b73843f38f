"use client";
import { useEffect, useMemo, useState } from "react";
import type { Design } from "@/core/document/design";
import type { Format } from "@/core/document/format";
import type { House } from "@/core/document/house";
import { sampleValues } from "@/core/document/values";
import { useStill } from "@/ui/parts/still";
import { FormatStage, type Plate } from "@/ui/stage/FormatStage";
import { usePlayer } from "@/ui/stage/use-player";

interface Shown {
  readonly document: Design;
  readonly house: House;
}

/**
 * A design's poster in its formats, and how to let it play. Frames stand at once; `onSeen` is called when they come into
 * view, for what is shown in them to be fetched.
 */
export function usePosterStrip(
  shown: Shown | undefined,
  formats: readonly Format[],
  { plate = "dark", onSeen }: { plate?: Plate; onSeen?: () => void } = {},
) {
  const scene = useMemo(() => {
    if (!shown) return undefined;
    const { document: design, house } = shown;
    return { request: { design, values: sampleValues(design), house, samples: true }, formats: design.formats };
  }, [shown]);
  const [element, setElement] = useState<HTMLElement | null>(null);
  const seen = useSeen(element);
  useEffect(() => {
    if (seen) onSeen?.();
  }, [seen, onSeen]);
  const { player, view } = usePlayer(seen ? scene : undefined, true);
  const still = useStill();
  const start = () => {
    if (still) return;
    player.seek(0);
    player.play();
  };
  const rest = () => {
    player.pause();
    player.seekPoster();
  };
  const strip = (
    <div
      ref={setElement}
      className="release-plate__strip align-items-end d-flex gap-10 pt-14 px-14 pb-8"
      aria-busy={view.stage.kind === "loading"}
    >
      {formats.map((format) => (
        <FormatStage key={format.id} format={format} player={player} plate={plate} />
      ))}
    </div>
  );
  const playing = { onMouseEnter: start, onMouseLeave: rest, onFocus: start, onBlur: rest };
  return { strip, playing };
}

/** Whether an element has come into view: a long shelf paints what is looked at. */
function useSeen(element: HTMLElement | null): boolean {
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    if (!element || seen) return;
    const observer = new IntersectionObserver(([entry]) => entry?.isIntersecting && setSeen(true), {
      rootMargin: "200px",
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [element, seen]);
  return seen;
}
