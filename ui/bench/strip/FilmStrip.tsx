"use client";
import { useEffect, useMemo, useRef, useState } from "react";
import { sampleValues } from "@/core/document/values";
import { pxPerU } from "@/core/document/format";
import { stageDeeds } from "@/core/facts/bench-deeds";
import { stageClient } from "@/ui/stage/client";
import type { StagePlayer } from "@/ui/stage/player";
import type { StageScene } from "@/ui/stage/view";
import { cornersOf } from "../stage/geometry";
import { useBoxesAtRest } from "../stage/boxes";
import { useBench } from "../store";
import { stretchOf, type Papers } from "./papers";
import { onlyLayer } from "./use-thumbs";

const count = 10;
const frameWidth = 112;
const frameHeight = 72;
const fps = { num: 60, den: 1 };
let films = 0;

/** Ten instants of the phase the needle is in, of the chosen layer by itself. A press goes to one of them. */
export function FilmStrip({
  player,
  papers,
  phase,
  onClose,
}: {
  player: StagePlayer;
  papers: Papers;
  phase: "arrive" | "stay" | "leave";
  onClose: () => void;
}) {
  const design = useBench((state) => state.document);
  const house = useBench((state) => state.house);
  const formatId = useBench((state) => state.format);
  const chosen = useBench((state) => state.chosen[state.chosen.length - 1]);
  const lengthS = useBench((state) => state.tryLengthS);
  const boxes = useBoxesAtRest();
  const format = house.formats.find(({ id }) => id === formatId)!;
  const [whole, setWhole] = useState(false);
  const alone = useMemo(() => (chosen === undefined ? design : onlyLayer(design, chosen)), [design, chosen]);
  const { fromS, toS } = stretchOf(phase, papers);
  const times = useMemo(
    () => Array.from({ length: count }, (_, i) => fromS + ((toS - fromS) * i) / (count - 1)),
    [fromS, toS],
  );
  const box = chosen === undefined ? undefined : boxes.get(chosen);
  const area = useMemo(() => {
    const seen = whole ? [] : box ? [box] : [...boxes.values()].filter((other) => other.box.width > 0);
    const all = [
      { x: 0, y: 0 },
      { x: format.width, y: format.height },
    ];
    return around(seen.length > 0 ? seen.flatMap(cornersOf) : all, seen.length > 0 ? pxPerU(format) * 6 : 0, format);
  }, [box, boxes, format, whole]);
  const pictures = useFilm(
    useMemo(() => {
      const values = sampleValues(alone);
      return { design: alone, values: lengthS === undefined ? values : { ...values, lengthS }, house, samples: true };
    }, [alone, house, lengthS]),
    formatId,
    times,
    Math.min(1, (frameWidth * 2) / area.width),
  );
  const name = chosen === undefined ? "everything" : (design.layers.find(({ id }) => id === chosen)?.name ?? "");
  return (
    <div className="film bg-sheet py-6 px-10 position-absolute" role="group" aria-label={`Film strip of ${name}`}>
      <p>
        <b>{name}</b> while it {{ arrive: "arrives", stay: "stays", leave: "leaves" }[phase]}
        <button
          data-help={stageDeeds.wholeFrame.help}
          type="button"
          className="chip"
          aria-pressed={whole}
          onClick={() => setWhole(!whole)}
        >
          {stageDeeds.wholeFrame.label}
        </button>
        <button
          data-help={stageDeeds.closeFilmStrip.help}
          type="button"
          className="small-button"
          onClick={onClose}
          aria-label={stageDeeds.closeFilmStrip.label}
        >
          ×
        </button>
      </p>
      <ol>
        {times.map((timeS, i) => (
          <li key={i}>
            <button type="button" title={`Go to ${timeS.toFixed(2)} s`} onClick={() => player.seek(timeS)}>
              <FilmFrame picture={pictures[i]} area={area} width={format.width} />
              <small className="figures">{timeS.toFixed(2)}</small>
            </button>
          </li>
        ))}
      </ol>
    </div>
  );
}

interface Shot {
  readonly bitmap: ImageBitmap;
  readonly bounds: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}
type Area = Shot["bounds"];

function FilmFrame({ picture, area, width }: { picture: Shot | undefined; area: Area; width: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context || !canvas.current) return;
    context.clearRect(0, 0, canvas.current.width, canvas.current.height);
    if (!picture) return;
    const { bitmap, bounds } = picture;
    const scale = canvas.current.width / area.width;
    context.drawImage(
      bitmap,
      (bounds.x - area.x) * scale,
      (bounds.y - area.y) * scale,
      bounds.width * scale,
      bounds.height * scale,
    );
  }, [picture, area, width]);
  return <canvas ref={canvas} width={frameWidth * 2} height={frameHeight * 2} />;
}

/** The part of the format to look at, in the film's proportions. */
function around(corners: readonly { x: number; y: number }[], margin: number, format: { width: number }): Area {
  const [left, right] = [Math.min(...corners.map(({ x }) => x)), Math.max(...corners.map(({ x }) => x))];
  const [top, bottom] = [Math.min(...corners.map(({ y }) => y)), Math.max(...corners.map(({ y }) => y))];
  const ratio = frameWidth / frameHeight;
  const width = Math.max(right - left + 2 * margin, (bottom - top + 2 * margin) * ratio, format.width / 12);
  const height = width / ratio;
  return { x: (left + right - width) / 2, y: (top + bottom - height) / 2, width, height };
}

/** Paints the instants one after another, anew whenever the design changes. */
function useFilm(
  request: StageScene["request"],
  format: string,
  times: readonly number[],
  scale: number,
): readonly (Shot | undefined)[] {
  const [stage] = useState(() => `film-${++films}`);
  const [shots, setShots] = useState<readonly (Shot | undefined)[]>([]);
  useEffect(() => {
    let live = true;
    const paint = async () => {
      const client = stageClient();
      const prepared = await client.call({ kind: "prepare", stage, request, formats: [format], fps });
      if (prepared.kind !== "prepared") return;
      for (const [i, timeS] of times.entries()) {
        if (!live) return;
        const wish = { timeS, formats: [{ id: format, scale }], light: true, afresh: true };
        const answer = await client.call({ kind: "paint", stage, ...wish });
        if (!live || answer.kind !== "painted" || !answer.frames[0]) return;
        const { bitmap, bounds } = answer.frames[0];
        setShots((before) => Object.assign([...before], { [i]: { bitmap, bounds } }));
      }
    };
    // After a moment without changes, so that a pull is not held up by its own film.
    const timer = setTimeout(() => void paint().catch(() => undefined), 250);
    return () => {
      live = false;
      clearTimeout(timer);
    };
  }, [stage, request, format, times, scale]);
  useEffect(() => () => void stageClient().call({ kind: "drop", stage }), [stage]);
  return shots;
}
