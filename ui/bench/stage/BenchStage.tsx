"use client";
import { Button } from "react-bootstrap";
import { useCallback, useEffect, useMemo, useRef, useState, type RefObject } from "react";
import type { Format } from "@/core/document/format";
import type { Layer } from "@/core/document/layer";
import { nudge } from "@/core/edit/arrange";
import type { Box } from "@/core/geometry/box";
import type { RestBox } from "@/core/sample/rest";
import { sampleValues } from "@/core/document/values";
import { Notice } from "@/ui/parts/Notice";
import { FormatStage, type Plate } from "@/ui/stage/FormatStage";
import { PlateChoice } from "@/ui/stage/PlateChoice";
import type { StagePlayer } from "@/ui/stage/player";
import type { PlayerView, StageScene } from "@/ui/stage/view";
import { usePlayerView } from "@/ui/stage/use-player";
import { useBench, useBenchStore } from "../store";
import { tie, tieThatHolds, tieWords } from "@/core/edit/pulled-tie";
import { stageDeeds } from "@/core/facts/bench-deeds";
import { clearBox, insetBox } from "@/core/layout/zones";
import { cornersOf } from "./geometry";
import { Overlay } from "./Overlay";
import { lookAtPart, type StageView } from "./stage-view";
import { StageFaults } from "./StageFaults";
import { useLooking } from "./use-looking";

interface Size {
  readonly width: number;
  readonly height: number;
}

const stageOf = (view: PlayerView) => view.stage;

/** What the stages show: the design with its samples, or with what is being tried. */
export function useBenchScene(): StageScene {
  const design = useBench((state) => state.trial ?? state.document);
  const house = useBench((state) => state.house);
  const tried = useBench((state) => state.tried);
  const lengthS = useBench((state) => state.tryLengthS);
  return useMemo(() => {
    const values = tried ?? sampleValues(design);
    return {
      request: {
        design,
        values: lengthS === undefined ? values : { ...values, lengthS },
        house,
        samples: tried === undefined,
      },
      formats: design.formats,
    };
  }, [design, house, tried, lengthS]);
}

/** One format large with its handles, all others small beside it; all are live. */
export function BenchStage({
  player,
  view,
  guides,
  onGuides,
}: {
  player: StagePlayer;
  view: StageView;
  guides: boolean;
  onGuides: (on: boolean) => void;
}) {
  const stage = usePlayerView(player, stageOf);
  const served = useBench((state) => state.document.formats);
  const house = useBench((state) => state.house);
  const chosen = useBench((state) => state.format);
  const footage = useBench((state) => state.footage[0]?.hash);
  const [plate, setPlate] = useState<Plate>("dark");
  const formats = house.formats.filter(({ id }) => served.includes(id));
  const format = formats.find(({ id }) => id === chosen) ?? formats[0]!;
  useEffect(() => player.lookAt(format.id), [player, format.id]);
  const prepared = stage.kind === "ready" ? stage.formats.find((shown) => shown.format.id === format.id) : undefined;
  const ratio = format.width / format.height;
  const [large, roomRef, room] = useRoom();
  const [, wholeRef, wholeRoom] = useRoom();
  const width = room ? Math.min(room.width, room.height * ratio) : undefined;
  const fits = useMemo(() => (width === undefined ? undefined : { width, height: width / ratio }), [width, ratio]);
  const look = useLooking(view, large, fits, room);
  useFilling(view, format, prepared?.boxes, fits, room);
  const shownPx = Math.round((width ?? 0) * look.zoom);
  useEffect(() => player.resized(), [player, shownPx]);
  return (
    <section className="bench-stage d-flex flex-column gap-10 min-h-0 py-10 px-14" aria-label="Stage">
      <div className="align-items-center d-flex gap-12">
        <PlateChoice plate={plate} footage={footage !== undefined} onChange={setPlate} />
        <Button
          variant="segment"
          size="sm"
          active={guides}
          aria-pressed={guides}
          onClick={() => onGuides(!guides)}
          title="G"
        >
          Safe areas
        </Button>
        <Button variant="segment" size="sm" className="figures" onClick={view.fit} title="Fit the whole format (0)">
          {Math.round(look.zoom * 100)} %
        </Button>
        <Asked />
      </div>
      <StageFaults stage={stage} />
      {stage.kind === "failed" && <Notice weight="stop">The preview stopped: {stage.message}</Notice>}
      <div className="d-flex flex-1 gap-16 min-h-0" ref={wholeRef}>
        <div
          className="bench-stage__large align-items-center d-flex flex-1 justify-content-center min-h-0 min-w-0 overflow-hidden"
          ref={roomRef}
        >
          <div
            className="flex-none"
            style={{ width: width && width * look.zoom, transform: `translate(${look.x}px, ${look.y}px)` }}
          >
            <FormatStage
              key={format.id}
              format={format}
              player={player}
              plate={plate}
              footage={footage}
              guides={guides}
            >
              <Overlay
                format={format}
                turnedRound={prepared?.turnedRound ?? false}
                perPx={format.width / ((width ?? format.width) * look.zoom)}
              />
              {guides && <KeepClear format={format} />}
            </FormatStage>
          </div>
        </div>
        <SmallFormats
          formats={formats.filter(({ id }) => id !== format.id)}
          sideU={smallU(wholeRoom, formats.length - 1)}
          {...{ player, plate, footage, guides }}
        />
      </div>
    </section>
  );
}

/** What the stage shows instead of the samples, or waits for. */
function Asked() {
  const store = useBenchStore();
  const pointing = useBench((state) => state.pointing);
  const tried = useBench((state) => state.tried);
  return (
    <>
      {tried && (
        <p className="bench-stage__ask bg-sheet m-0">
          Showing test values.{" "}
          <button
            data-help={stageDeeds.backToSamples.help}
            type="button"
            onClick={() => store.getState().show({ tried: undefined })}
          >
            {stageDeeds.backToSamples.label}
          </button>
        </p>
      )}
      {pointing && (
        <p className="bench-stage__ask bg-sheet m-0">
          {pointing.ask}.{" "}
          <button
            data-help={stageDeeds.cancelPicking.help}
            type="button"
            onClick={() => store.getState().show({ pointing: undefined })}
          >
            {stageDeeds.cancelPicking.label}
          </button>
        </p>
      )}
    </>
  );
}

/** All other formats, live; pressed, one changes places with the large one. */
function SmallFormats({
  formats,
  sideU,
  ...stage
}: {
  formats: readonly Format[];
  sideU: number;
  player: StagePlayer;
  plate: Plate;
  footage: string | undefined;
  guides: boolean;
}) {
  const store = useBenchStore();
  return (
    <div className="bench-stage__small align-items-center d-grid flex-none">
      {formats.map((other) => (
        <div
          key={other.id}
          className="mx-auto"
          style={{ width: Math.round(sideU * Math.sqrt(other.width / other.height)) }}
        >
          <button
            data-help={stageDeeds.showLarge.help}
            type="button"
            className="bench-stage__pick bg-none border-0 d-block p-0 w-100"
            aria-label={`Show ${other.name} large`}
            onClick={() => store.getState().show({ format: other.id })}
          >
            <FormatStage format={other} {...stage} />
          </button>
          <Leaving player={stage.player} format={other} />
        </div>
      ))}
    </div>
  );
}

/** What reaches out of a format just now, or under what apps lay over it; pressed, it is tied to where it would hold. */
function Leaving({ player, format }: { player: StagePlayer; format: Format }) {
  const store = useBenchStore();
  const shown = usePlayerView(player, (view) =>
    view.stage.kind === "ready" ? view.stage.formats.find((one) => one.format.id === format.id) : undefined,
  );
  const issue = shown?.issues.find(({ code }) => code === "outside_safe" || code === "in_keep_clear");
  const id = issue && "layer" in issue ? issue.layer : undefined;
  const layers = useBench((state) => state.document.layers);
  const layer = layers.find((one) => one.id === id);
  const box = shown?.boxes.find((one) => one.id === id)?.box;
  if (!issue || !layer || !box) return null;
  const clear = clearBox(format, insetBox(format, format.titleSafe));
  const held = layer.in === undefined ? tieThatHolds(box, clear) : undefined;
  const root = rootOf(layers, layer.id);
  const by = shiftInto(box, clear);
  return (
    <output className="bench-stage__leaving d-block fs-12">
      {issue.code === "in_keep_clear"
        ? `${layer.name} is under “${issue.zone}”.`
        : `${layer.name} leaves the safe area.`}{" "}
      {held && (
        <button
          type="button"
          title={
            root === layer.id
              ? `Ties it to the ${tieWords(held, String)}, in this format only`
              : "Moves it with its anchor layer, in this format only"
          }
          onClick={() =>
            store.getState().edit("Move inside", (draft) => {
              if (root === layer.id) return tie(draft, layer.id, held, format.id);
              nudge(draft, root, "width", shown!.turnedRound ? -by.x : by.x, format.id, true);
              nudge(draft, root, "height", by.y, format.id, true);
            })
          }
        >
          Move inside
        </button>
      )}
    </output>
  );
}

/** What a layer stands on in the end: itself, where it stands on an area of the format. */
function rootOf(layers: readonly Layer[], id: string): string {
  const on = layers.find((layer) => layer.id === id)?.place.on;
  return layers.some((layer) => layer.id === on) ? rootOf(layers, on!) : id;
}

/** How far a box must move to lie within another, in u. */
const shiftInto = (box: Box, area: Box) => ({
  x: Math.max(0, area.x - box.x) || Math.min(0, area.x + area.width - box.x - box.width),
  y: Math.max(0, area.y - box.y) || Math.min(0, area.y + area.height - box.y - box.height),
});

/** The side of a small format's square in pixels: two stand beside one another, in as many rows as it takes. */
function smallU(room: Size | undefined, count: number): number {
  const rows = Math.ceil(count / 2);
  const high = ((room?.height ?? 0) - rows * 34) / Math.max(1, rows * 1.23);
  return Math.min(280, Math.max(56, Math.min(high, (room?.width ?? 0) * 0.16)));
}

/** Tells the view how what is chosen would fill the stage. */
function useFilling(
  view: StageView,
  format: Format,
  boxes: readonly RestBox[] | undefined,
  fits: Size | undefined,
  room: Size | undefined,
): void {
  const store = useBenchStore();
  useEffect(() => {
    view.knows(() => {
      const { chosen } = store.getState();
      const corners = (boxes ?? []).filter(({ id }) => chosen.includes(id)).flatMap(cornersOf);
      if (corners.length === 0 || !fits || !room) return undefined;
      const xs = corners.map(({ x }) => x / format.width);
      const ys = corners.map(({ y }) => y / format.height);
      const [left, top] = [Math.min(...xs), Math.min(...ys)];
      const part = { x: left, y: top, width: Math.max(...xs) - left, height: Math.max(...ys) - top };
      return lookAtPart(part, fits, room);
    });
  }, [view, store, format, boxes, fits, room]);
}

function KeepClear({
  format,
}: {
  format: { keepClear: readonly { name: string; x: number; y: number; width: number; height: number }[] };
}) {
  return format.keepClear.map(({ name, x, y, width, height }) => (
    <span
      key={name}
      className="keep-clear overflow-hidden pe-none position-absolute"
      style={{ left: `${x * 100}%`, top: `${y * 100}%`, width: `${width * 100}%`, height: `${height * 100}%` }}
    >
      {name}
    </span>
  ));
}

/** The size of an element, again whenever it changes. */
function useRoom(): [
  RefObject<HTMLDivElement | null>,
  (element: HTMLDivElement | null) => void,
  { width: number; height: number } | undefined,
] {
  const held = useRef<HTMLDivElement>(null);
  const [element, setElement] = useState<HTMLDivElement | null>(null);
  const [size, setSize] = useState<{ width: number; height: number }>();
  useEffect(() => {
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      // Below the picture there is a line with the format's name.
      setSize({ width, height: Math.max(40, height - 24) });
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [element]);
  const take = useCallback((next: HTMLDivElement | null) => {
    held.current = next;
    setElement(next);
  }, []);
  return [held, take, size];
}
