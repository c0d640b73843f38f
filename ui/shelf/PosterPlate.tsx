"use client";
import { useEffect, useMemo, useState, type CSSProperties } from "react";
import type { Design } from "@/core/document/design";
import type { Format } from "@/core/document/format";
import type { House } from "@/core/document/house";
import { sampleValues } from "@/core/document/values";
import { useStill } from "@/ui/parts/still";
import { FormatStage } from "@/ui/stage/FormatStage";
import { usePlayer } from "@/ui/stage/use-player";

export interface Shown {
  readonly document: Design;
  readonly house: House;
}

interface PlateProps {
  /** Address of its picture; none while there is none. */
  readonly poster: string | undefined;
  readonly formats: readonly Format[];
  /** What plays while it is pointed at, once it is there. */
  readonly shown: Shown | undefined;
  /** Called when it is first pointed at, or seen without a picture, so that what plays may be fetched. */
  readonly onWanted: () => void;
}

/** So long something must be pointed at before it plays: a pointer passes over many on its way. */
const restMs = 140;

/**
 * A design on the shelf: its graphic, large. Pointed at, the whole frame plays in the first format, or in that whose mark
 * is pointed at.
 */
export function usePosterPlate({ poster, formats, shown, onWanted }: PlateProps) {
  const [pointed, setPointed] = useState(false);
  const [picked, setPicked] = useState<string>();
  const still = useStill();
  // Who wants no motion sees the picture; a format whose mark is pointed at is shown all the same, standing.
  const live = (pointed && (!still || picked !== undefined)) || poster === undefined;
  useEffect(() => {
    if (live) onWanted();
  }, [live, onWanted]);
  const [timer, setTimer] = useState<ReturnType<typeof setTimeout>>();
  const enter = () => setTimer(setTimeout(() => setPointed(true), restMs));
  const leave = () => {
    clearTimeout(timer);
    setPointed(false);
    setPicked(undefined);
  };
  const format = formats.find(({ id }) => id === picked) ?? formats[0];
  const picture = (
    <div className="plate__picture overflow-hidden position-relative">
      {poster !== undefined && (
        // eslint-disable-next-line @next/next/no-img-element -- served by release as it is
        <img className="h-100 w-100" src={poster} alt="" width={640} height={360} loading="lazy" decoding="async" />
      )}
      {live && shown && format && <LiveFrame shown={shown} format={format} playing={pointed && !still} />}
    </div>
  );
  const marks = (
    <span
      className="plate__formats align-items-end d-flex gap-6"
      aria-label={formats.map(({ name }) => name).join(", ")}
    >
      {formats.map(({ id, name, width, height }) => (
        <i
          key={id}
          title={`${name}, ${width} × ${height}`}
          className={pointed && id === format?.id ? "is-shown" : ""}
          style={{ "--ratio": width / height } as CSSProperties}
          onMouseEnter={() => setPicked(id)}
        />
      ))}
    </span>
  );
  const pointing = { onMouseEnter: enter, onMouseLeave: leave, onFocus: enter, onBlur: leave };
  return { picture, marks, pointing };
}

/** The whole frame of one format, alive. */
function LiveFrame({ shown, format, playing }: { shown: Shown; format: Format; playing: boolean }) {
  const scene = useMemo(() => {
    const { document: design, house } = shown;
    return { request: { design, values: sampleValues(design), house, samples: true }, formats: [format.id] };
  }, [shown, format]);
  const { player, view } = usePlayer(scene, true);
  const ready = view.stage.kind === "ready";
  useEffect(() => {
    if (!ready) return;
    if (playing) {
      player.seek(0);
      player.play();
    } else {
      player.pause();
      player.seekPoster();
    }
  }, [player, playing, ready]);
  const wide = format.width / format.height > 16 / 9;
  return (
    <div className={`plate__live inset-0 position-absolute${ready ? " is-ready" : ""}`}>
      <div style={wide ? { width: "100%" } : { width: `calc(100% * ${(format.width / format.height) * (9 / 16)})` }}>
        <FormatStage format={format} player={player} plate="dark" />
      </div>
    </div>
  );
}
