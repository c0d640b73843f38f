"use client";
import { useRef, useState, type MouseEvent, type PointerEvent as ReactPointerEvent } from "react";
import { pxPerU, type Format } from "@/core/document/format";
import { tieWords, type Tie } from "@/core/edit/pulled-tie";
import type { SnapLine } from "@/core/edit/snap";
import { useBench, useBenchStore } from "../store";
import { useOthersHere } from "../use-others";
import { useBoxesAtRest } from "./boxes";
import { Frame } from "./Frame";
import { cornersOf, pathOf } from "./geometry";
import { Guides } from "./Guides";
import { PointHandles } from "./PointHandles";
import { TextInPlace } from "./TextInPlace";
import { useMarquee } from "./use-marquee";
import { Thread } from "./Thread";
import { useStagePull } from "./use-stage-pull";

/** Handles over the format that is shown large: choose, move, resize, point at, and write in place. */
export function Overlay({
  format,
  turnedRound,
  perPx,
}: {
  format: Format;
  turnedRound: boolean;
  /** Pixels of the format for one of the screen. */
  perPx: number;
}) {
  const store = useBenchStore();
  const boxes = useBoxesAtRest();
  const layers = useBench((state) => state.document.layers);
  const chosen = useBench((state) => state.chosen);
  const pointing = useBench((state) => state.pointing);
  const svg = useRef<SVGSVGElement>(null);
  const { begin, move, end, lines, way, would } = useStagePull(svg, format, turnedRound);
  const [writing, setWriting] = useState<string>();
  const written = writing === undefined ? undefined : boxes.get(writing);
  const shown = layers.filter(
    ({ id, hidden, locked, kind, guide }) => !hidden && !locked && !guide && kind !== "group" && boxes.has(id),
  );
  const marquee = useMarquee(
    svg,
    format.width,
    shown.map(({ id }) => ({ id, box: boxes.get(id)! })),
  );
  const press = (event: ReactPointerEvent, id: string) => {
    event.stopPropagation();
    // The other buttons are for its menu, and for moving the picture about.
    if (event.button !== 0) return;
    const { choose, show } = store.getState();
    if (pointing) {
      pointing.take(id);
      return show({ pointing: undefined });
    }
    if (event.shiftKey || event.ctrlKey || event.metaKey)
      return choose(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id]);
    if (!chosen.includes(id)) choose([id]);
    begin(event);
  };
  // The overlay holds the pointer while a button is down, so that double clicks come to it and not to the layer.
  const write = (event: MouseEvent) => {
    const { document, chosen: ids } = store.getState();
    const under = globalThis.document
      .elementsFromPoint(event.clientX, event.clientY)
      .map((element) => element.getAttribute("data-layer"))
      .find((id) => id !== null && ids.includes(id));
    if (document.layers.some(({ id, kind }) => id === under && kind === "text")) setWriting(under!);
  };
  return (
    <>
      <svg
        ref={svg}
        className={`overlay${pointing ? " is-pointing" : ""}`}
        viewBox={`0 0 ${format.width} ${format.height}`}
        onPointerDown={(event) => event.button === 0 && !pointing && marquee.begin(event)}
        onPointerMove={(event) => (marquee.frame ? marquee.move(event) : move(event))}
        onPointerUp={() => (marquee.frame ? marquee.end() : end())}
        onPointerCancel={() => (marquee.frame ? marquee.end() : end())}
        onDoubleClick={write}
        aria-hidden
      >
        {shown.map(({ id }) => (
          <path
            key={id}
            className="overlay__hit"
            data-layer={id}
            d={pathOf(cornersOf(boxes.get(id)!))}
            onPointerDown={(event) => press(event, id)}
          />
        ))}
        <Guides svg={svg} format={format} turnedRound={turnedRound} perPx={perPx} />
        <TheirLayers />
        <Thread format={format} />
        {marquee.frame && <rect className="overlay__marquee pe-none" {...marquee.frame} />}
        {chosen.map((id) => {
          const box = boxes.get(id);
          const isGuide = layers.some((layer) => layer.id === id && layer.guide);
          return box && !isGuide && <Frame key={id} box={box} last={id === chosen.at(-1)} zoom={perPx} begin={begin} />;
        })}
        <PointHandles format={format} turnedRound={turnedRound} />
        <SnapLines lines={lines} scale={pxPerU(format)} />
      </svg>
      {way && <Distance applied={way} would={would} />}
      {writing && written && (
        <TextInPlace
          layerId={writing}
          box={written}
          format={format}
          perPx={perPx}
          onDone={() => setWriting(undefined)}
        />
      )}
    </>
  );
}

/** What others hold that have this draft open. */
function TheirLayers() {
  const boxes = useBoxesAtRest();
  const held = useOthersHere().flatMap(({ page, name, holding }) => holding.map((id) => ({ page, name, id })));
  return held.map(({ page, name, id }) => {
    const box = boxes.get(id);
    return (
      box && (
        <path key={`${page} ${id}`} className="overlay__theirs pe-none" d={pathOf(cornersOf(box))}>
          <title>{name}</title>
        </path>
      )
    );
  });
}

const SnapLines = ({ lines, scale }: { lines: readonly SnapLine[]; scale: number }) =>
  lines.map(({ axis, at, from, to }) => {
    const [place, first, last] = [at * scale, from * scale, to * scale];
    const ends =
      axis === "x" ? { x1: place, x2: place, y1: first, y2: last } : { y1: place, y2: place, x1: first, x2: last };
    return <line key={`${axis}${at}`} className="overlay__snap pe-none" {...ends} />;
  });

function Distance({ applied, would }: { applied: { x: number; y: number }; would: Tie | undefined }) {
  const layers = useBench((state) => state.document.layers);
  const find = (id: string) => layers.find((layer) => layer.id === id);
  const words =
    would &&
    tieWords(
      would,
      (id) => find(id)?.name ?? id,
      (id) => find(id)?.guide === true,
    );
  return (
    <output className="overlay__distance text-sheet fs-12 position-absolute figures">
      {applied.x.toFixed(1)} u right, {applied.y.toFixed(1)} u down
      {words && ` · will stand on the ${words} (Alt: not)`}
    </output>
  );
}
