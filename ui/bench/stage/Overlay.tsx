"use client";
import { useRef, useState, type MouseEvent, type PointerEvent as ReactPointerEvent } from "react";
import { pxPerU, type Format } from "@/core/document/format";
import { nudge, resize } from "@/core/edit/arrange";
import { readProperty } from "@/core/edit/property";
import { snap, type SnapLine } from "@/core/edit/snap";
import type { Box } from "@/core/geometry/box";
import { clearBox } from "@/core/layout/zones";
import type { RestBox } from "@/core/sample/rest";
import type { Place, SizeAxis } from "@/core/document/place";
import { chosenLayer, useBench, useBenchStore } from "../store";
import { useBoxesAtRest } from "./boxes";
import { cornersOf, inverseWay, pathOf, toPoint } from "./geometry";
import { PointHandles } from "./PointHandles";
import { TextInPlace } from "./TextInPlace";

interface Gesture {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly boxes: ReadonlyMap<string, RestBox>;
  readonly handle: { across: -1 | 0 | 1; down: -1 | 0 | 1 } | undefined;
  /** What has been moved already, in u. */
  readonly applied: { x: number; y: number };
  moved: boolean;
}

let gestures = 0;
const snapReachPx = 7;
/** As thin as a layer can be pulled, in u. */
const leastU = 0.1;

/** Handles over the format that is shown large: choose, move, resize, point at, and write in place. */
export function Overlay({ format, turnedRound }: { format: Format; turnedRound: boolean }) {
  const store = useBenchStore();
  const boxes = useBoxesAtRest();
  const layers = useBench((state) => state.document.layers);
  const chosen = useBench((state) => state.chosen);
  const pointing = useBench((state) => state.pointing);
  const svg = useRef<SVGSVGElement>(null);
  const gesture = useRef<Gesture | undefined>(undefined);
  const [lines, setLines] = useState<readonly SnapLine[]>([]);
  const [writing, setWriting] = useState<string>();
  const [way, setWay] = useState<{ x: number; y: number }>();
  const scale = pxPerU(format);
  const shown = layers.filter(
    ({ id, hidden, locked, kind }) => !hidden && !locked && kind !== "group" && boxes.has(id),
  );

  /** Pixels of the format for one of the screen. */
  const zoom = () => format.width / (svg.current?.getBoundingClientRect().width || format.width);

  const begin = (event: ReactPointerEvent, handle?: Gesture["handle"]) => {
    event.preventDefault();
    svg.current?.setPointerCapture(event.pointerId);
    const at = { x: event.clientX, y: event.clientY };
    gesture.current = { id: `drag ${++gestures}`, ...at, boxes, handle, applied: { x: 0, y: 0 }, moved: false };
  };
  const press = (event: ReactPointerEvent, id: string) => {
    event.stopPropagation();
    if (pointing) {
      pointing.take(id);
      store.getState().show({ pointing: undefined });
      return;
    }
    const { choose } = store.getState();
    if (event.shiftKey) return choose(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id]);
    if (!chosen.includes(id)) choose([id]);
    begin(event);
  };
  const move = (event: ReactPointerEvent) => {
    const now = gesture.current;
    if (!now) return;
    const pulled = { x: (event.clientX - now.x) * zoom(), y: (event.clientY - now.y) * zoom() };
    if (!now.moved && Math.hypot(event.clientX - now.x, event.clientY - now.y) < 3) return;
    if (!now.moved) store.getState().show({ gesture: "stage" });
    now.moved = true;
    if (now.handle) stretch(now, pulled);
    else drag(now, pulled, event.altKey);
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
  const drag = (now: Gesture, way: { x: number; y: number }, free: boolean) => {
    const { chosen: ids, edit, onlyHere } = store.getState();
    const lead = now.boxes.get(ids[ids.length - 1] ?? "");
    if (!lead) return;
    const wanted = inverseWay(lead.parent, way.x, way.y);
    let target = wanted;
    if (!free) {
      const box = { ...lead.box, x: lead.box.x + wanted.x, y: lead.box.y + wanted.y };
      const found = snap(box, snapBoxes(format, now.boxes, ids), (snapReachPx * zoom()) / scale);
      target = { x: wanted.x + found.dx, y: wanted.y + found.dy };
      setLines(found.lines);
    } else setLines([]);
    const by = { x: target.x - now.applied.x, y: target.y - now.applied.y };
    now.applied.x = target.x;
    now.applied.y = target.y;
    setWay(target);
    edit(
      "Move",
      (draft) => {
        for (const id of outermost(ids, layers)) {
          nudge(draft, id, "width", turnedRound ? -by.x : by.x, format.id, onlyHere);
          nudge(draft, id, "height", by.y, format.id, onlyHere);
        }
      },
      now.id,
    );
  };
  const stretch = (now: Gesture, way: { x: number; y: number }) => {
    const { chosen: ids, edit, onlyHere } = store.getState();
    const id = ids[ids.length - 1];
    const rest = id === undefined ? undefined : now.boxes.get(id);
    if (!id || !rest || !now.handle) return;
    const { across, down } = now.handle;
    const pulled = inverseWay(rest.world, way.x, way.y);
    // No side is pulled past the one opposite: there the layer stays as thin as it can be.
    const total = {
      x: across * Math.max(across * pulled.x, leastU - rest.box.width),
      y: down * Math.max(down * pulled.y, leastU - rest.box.height),
    };
    const by = { x: total.x - now.applied.x, y: total.y - now.applied.y };
    const length = { x: rest.box.width + across * now.applied.x, y: rest.box.height + down * now.applied.y };
    now.applied.x = total.x;
    now.applied.y = total.y;
    const side = (direction: number) => (direction > 0 !== turnedRound ? "end" : "start");
    edit(
      "Resize",
      (draft) => {
        if (across !== 0) {
          const change = { axis: "width", side: side(across), byU: across * by.x, lengthU: length.x } as const;
          resize(draft, id, change, format.id, onlyHere);
        }
        if (down !== 0) {
          const change = {
            axis: "height",
            side: down > 0 ? "end" : "start",
            byU: down * by.y,
            lengthU: length.y,
          } as const;
          resize(draft, id, change, format.id, onlyHere);
        }
      },
      now.id,
    );
  };
  const end = () => {
    gesture.current = undefined;
    if (store.getState().gesture) store.getState().show({ gesture: undefined });
    setLines([]);
    setWay(undefined);
  };

  return (
    <>
      <svg
        ref={svg}
        className={`overlay${pointing ? " is-pointing" : ""}`}
        viewBox={`0 0 ${format.width} ${format.height}`}
        onPointerDown={() => !pointing && store.getState().choose([])}
        onPointerMove={move}
        onPointerUp={end}
        onPointerCancel={end}
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
        <Thread format={format} />
        {chosen.map((id) => {
          const box = boxes.get(id);
          return (
            box && (
              <Frame
                key={id}
                box={box}
                last={id === chosen[chosen.length - 1]}
                zoom={format.width / 900}
                begin={begin}
              />
            )
          );
        })}
        <PointHandles format={format} turnedRound={turnedRound} />
        {lines.map(({ axis, at, from, to }) =>
          axis === "x" ? (
            <line
              key={`x${at}`}
              className="overlay__snap"
              x1={at * scale}
              x2={at * scale}
              y1={from * scale}
              y2={to * scale}
            />
          ) : (
            <line
              key={`y${at}`}
              className="overlay__snap"
              y1={at * scale}
              y2={at * scale}
              x1={from * scale}
              x2={to * scale}
            />
          ),
        )}
      </svg>
      {way && <Distance applied={way} />}
      {writing && boxes.get(writing) && (
        <TextInPlace layerId={writing} box={boxes.get(writing)!} format={format} onDone={() => setWriting(undefined)} />
      )}
    </>
  );
}

/** Of the chosen, those that are in no chosen group: a group takes its layers along. */
function outermost(ids: readonly string[], layers: readonly { id: string; in?: string | undefined }[]): string[] {
  const groupOf = new Map(layers.map(({ id, in: group }) => [id, group]));
  return ids.filter((id) => {
    for (let up = groupOf.get(id); up !== undefined; up = groupOf.get(up)) if (ids.includes(up)) return false;
    return true;
  });
}

/** What an edge may snap to: the format, its safe areas, and the layers that are not moved. */
function snapBoxes(format: Format, boxes: ReadonlyMap<string, RestBox>, ids: readonly string[]): Box[] {
  const width = format.width / pxPerU(format);
  const height = format.height / pxPerU(format);
  const inset = (share: number): Box => ({
    x: width * share,
    y: height * share,
    width: width * (1 - 2 * share),
    height: height * (1 - 2 * share),
  });
  const safe = inset(format.titleSafe);
  const others = [...boxes.values()].filter(({ id }) => !ids.includes(id)).map(({ box }) => box);
  return [inset(0), inset(format.actionSafe), safe, clearBox(format, safe), ...others];
}

/** Crop marks at the corners of a chosen layer, and short ticks at its sides to pull. */
function Frame({
  box,
  last,
  zoom,
  begin,
}: {
  box: RestBox;
  last: boolean;
  zoom: number;
  begin: (event: ReactPointerEvent, handle: Gesture["handle"]) => void;
}) {
  const { x, y, width, height } = box.box;
  const handles = ([-1, 0, 1] as const).flatMap((down) =>
    ([-1, 0, 1] as const).filter((across) => across !== 0 || down !== 0).map((across) => ({ across, down })),
  );
  const at = (across: number, down: number) =>
    toPoint(box.world, x + (width * (across + 1)) / 2, y + (height * (down + 1)) / 2);
  return (
    <g className="overlay__frame">
      <path d={pathOf(cornersOf(box))} />
      {last &&
        handles.map(({ across, down }) => {
          const point = at(across, down);
          const grip = (e: ReactPointerEvent) => {
            e.stopPropagation();
            begin(e, { across, down });
          };
          const corner = across !== 0 && down !== 0;
          const reach = (corner ? 12 : 8) * zoom;
          const d = corner
            ? `M${point.x + across * reach} ${point.y}H${point.x}V${point.y + down * reach}`
            : across !== 0
              ? `M${point.x} ${point.y}h${across * reach}`
              : `M${point.x} ${point.y}v${down * reach}`;
          return (
            <g
              key={`${across} ${down}`}
              data-handle={`${across} ${down}`}
              className={`overlay__grip grip-${corner ? (across === down ? "nwse" : "nesw") : across !== 0 ? "ew" : "ns"}`}
            >
              <path d={d} />
              <circle cx={point.x} cy={point.y} r={9 * zoom} onPointerDown={grip} />
            </g>
          );
        })}
    </g>
  );
}

/** What the chosen layer is tied to: from its own point to the point it stands on. */
function Thread({ format }: { format: Format }) {
  const boxes = useBoxesAtRest();
  const layer = useBench(chosenLayer);
  const box = layer && boxes.get(layer.id);
  if (!layer || !box) return null;
  const around = (["width", "height"] as const).flatMap((axis) => {
    const size = readProperty(layer, axis, format.id).value as SizeAxis;
    return size.kind === "around" ? size.layers : [];
  });
  if (around.length > 0) {
    // What it is fitted around is outlined; its place follows from there.
    return (
      <g className="overlay__thread">
        {[...new Set(around)].map((id) => boxes.get(id) && <path key={id} d={pathOf(cornersOf(boxes.get(id)!))} />)}
      </g>
    );
  }
  const place = readProperty(layer, "place", format.id).value as Place;
  const scale = pxPerU(format);
  const width = format.width / scale;
  const height = format.height / scale;
  const inset = (share: number) => ({
    x: width * share,
    y: height * share,
    width: width * (1 - 2 * share),
    height: height * (1 - 2 * share),
  });
  const other = boxes.get(place.on === "group" ? (layer.in ?? "") : place.on);
  const fixed = { format: 0, "title-safe": format.titleSafe, "action-safe": format.actionSafe }[place.on];
  const ref = other?.box ?? (place.on === "clear" ? clearBox(format, inset(format.titleSafe)) : inset(fixed ?? 0));
  const map = other?.world ?? ([scale, 0, 0, scale, 0, 0] as const);
  const from = toPoint(map, ref.x + ref.width * place.from.x, ref.y + ref.height * place.from.y);
  const own = toPoint(box.world, box.box.x + box.box.width * place.at.x, box.box.y + box.box.height * place.at.y);
  return (
    <g className="overlay__thread">
      {other && <path d={pathOf(cornersOf(other))} />}
      <line x1={own.x} y1={own.y} x2={from.x} y2={from.y} />
      <circle cx={from.x} cy={from.y} r={format.width / 220} />
      <circle cx={own.x} cy={own.y} r={format.width / 320} />
    </g>
  );
}

const Distance = ({ applied }: { applied: { x: number; y: number } }) => (
  <output className="overlay__distance figures">
    {applied.x.toFixed(1)} u right, {applied.y.toFixed(1)} u down
  </output>
);
