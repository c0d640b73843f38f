"use client";
import { useRef, useState, type MouseEvent, type PointerEvent as ReactPointerEvent } from "react";
import { pxPerU, type Format } from "@/core/document/format";
import type { Layer } from "@/core/document/layer";
import { isShape } from "@/core/edit/look-parts";
import { tieWords, type Tie } from "@/core/edit/pulled-tie";
import type { SnapLine } from "@/core/edit/snap";
import type { RestBox } from "@/core/sample/rest";
import { useBench, useBenchStore } from "../store";
import { useOthersHere } from "../use-others";
import { useBoxesAtRest } from "./boxes";
import { Frame } from "./Frame";
import { cornersOf, pathOf, toPoint } from "./geometry";
import { Guides } from "./Guides";
import { PointHandles } from "./PointHandles";
import { TextInPlace } from "./TextInPlace";
import { useMarquee } from "./use-marquee";
import { Thread } from "./Thread";
import { chosenBox, useStagePull } from "./use-stage-pull";

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
  const { begin, move, end, moved, lines, way, would } = useStagePull(svg, format, turnedRound);
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
  const pressed = useRef<string>(undefined);
  const isInChosen = (id: string): boolean => {
    for (let up: string | undefined = id, hops = 0; up !== undefined && hops < 64; hops++) {
      if (chosen.includes(up)) return true;
      up = layers.find((layer) => layer.id === up)?.in;
    }
    return false;
  };
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
    // A pull on what is in a chosen group pulls the group; a press alone goes into it.
    if (isInChosen(id)) pressed.current = chosen.includes(id) ? undefined : id;
    else choose([id]);
    begin(event);
  };
  const release = () => {
    if (pressed.current !== undefined && !moved()) store.getState().choose([pressed.current]);
    pressed.current = undefined;
    end();
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
        onPointerUp={() => (marquee.frame ? marquee.end() : release())}
        onPointerCancel={() => (marquee.frame ? marquee.end() : end())}
        onDoubleClick={write}
        aria-hidden
      >
        <Hits layers={shown} format={format} perPx={perPx} onPress={press} />
        <Guides svg={svg} format={format} turnedRound={turnedRound} perPx={perPx} />
        <TheirLayers />
        <Thread format={format} />
        {marquee.frame && <rect className="overlay__marquee pe-none" {...marquee.frame} />}
        <Frames perPx={perPx} begin={begin} />
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

/** What is pressed to choose a layer, over the whole picture. */
function Hits(props: {
  layers: readonly Layer[];
  format: Format;
  perPx: number;
  onPress: (event: ReactPointerEvent, id: string) => void;
}) {
  const { layers, format, perPx, onPress } = props;
  const boxes = useBoxesAtRest();
  return layers.map((layer) => (
    <path
      key={layer.id}
      className={`overlay__hit${isHollow(layer) ? " is-hollow" : ""}`}
      style={isHollow(layer) ? { strokeWidth: hitWidthPx(layer, format, perPx) } : undefined}
      data-layer={layer.id}
      d={outlineOf(layer, boxes.get(layer.id)!)}
      onPointerDown={(event) => onPress(event, layer.id)}
    />
  ));
}

/** Frames of the chosen layers; several have the grips of one around all of them. */
function Frames({ perPx, begin }: { perPx: number; begin: ReturnType<typeof useStagePull>["begin"] }) {
  const boxes = useBoxesAtRest();
  const layers = useBench((state) => state.document.layers);
  const chosen = useBench((state) => state.chosen);
  const together = chosen.length > 1 ? chosenBox(chosen, layers, boxes) : undefined;
  return (
    <>
      {chosen.map((id) => {
        const box = boxes.get(id);
        const isGuide = layers.some((layer) => layer.id === id && layer.guide);
        const hasGrips = id === chosen.at(-1) && !together;
        return box && !isGuide && <Frame key={id} box={box} last={hasGrips} zoom={perPx} begin={begin} />;
      })}
      {together && <Frame box={together} last zoom={perPx} begin={begin} />}
    </>
  );
}

/** Whether only the outline of a shape is drawn: then only that is hit. */
const isHollow = (layer: Layer): boolean => isShape(layer) && layer.fill === undefined && layer.kind !== "line";

/** An outline as wide as it is drawn, in pixels of the screen, and never too thin for a pointer. */
const hitWidthPx = (layer: Layer, format: Format, perPx: number): number =>
  Math.max(10, isShape(layer) && layer.stroke ? (2 * layer.stroke.width * pxPerU(format)) / perPx : 0);

const round = ["ellipse", "ring"];

/** What is pressed to choose a layer: its box, or the curve of what is round and not filled. */
function outlineOf(layer: Layer, rest: RestBox): string {
  if (!isHollow(layer) || !round.includes(layer.kind)) return pathOf(cornersOf(rest));
  const { x, y, width, height } = rest.box;
  const steps = Array.from({ length: 48 }, (_, i) => (i / 48) * 2 * Math.PI);
  return pathOf(
    steps.map((angle) =>
      toPoint(rest.world, x + (width / 2) * (1 + Math.cos(angle)), y + (height / 2) * (1 + Math.sin(angle))),
    ),
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
      {words && ` · anchored to the ${words} (Alt: not)`}
    </output>
  );
}
