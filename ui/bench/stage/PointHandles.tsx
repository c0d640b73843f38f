"use client";
import { useRef, type PointerEvent } from "react";
import type { Format } from "@/core/document/format";
import { readProperty, setProperty } from "@/core/edit/property";
import type { RestBox } from "@/core/sample/rest";
import { takeHold, wayOf, type Hold } from "@/ui/parts/hold";
import { chosenLayer, useBench, useBenchStore } from "../store";
import { useBoxesAtRest } from "./boxes";
import { inverseWay, toPoint } from "./geometry";

interface Point {
  readonly x: number;
  readonly y: number;
}

let pulls = 0;

/** Corners of the chosen line, to pull; a press between two puts a new one there, a double press takes one away. */
export function PointHandles({ format, turnedRound }: { format: Format; turnedRound: boolean }) {
  const layer = useBench(chosenLayer);
  const boxes = useBoxesAtRest();
  const box = layer && boxes.get(layer.id);
  if (layer?.kind !== "line" || layer.locked || !box || box.box.width === 0 || box.box.height === 0) return null;
  const points = readProperty(layer, "points", format.id).value as readonly Point[];
  return <Corners key={layer.id} id={layer.id} points={points} box={box} format={format} turnedRound={turnedRound} />;
}

function Corners({
  id,
  points,
  box,
  format,
  turnedRound,
}: {
  id: string;
  points: readonly Point[];
  box: RestBox;
  format: Format;
  turnedRound: boolean;
}) {
  const store = useBenchStore();
  const pull = useRef<{ name: string; at: number; hold: Hold; from: Point; zoom: number } | undefined>(undefined);
  const mirrored = ({ x, y }: Point): Point => (turnedRound ? { x: 1 - x, y } : { x, y });
  const put = (next: readonly Point[], name: string) => {
    const { edit, onlyHere } = store.getState();
    const shares = next.map(({ x, y }) => ({ x: Math.round(x * 1e4) / 1e4, y: Math.round(y * 1e4) / 1e4 }));
    edit("Corners", (draft) => void setProperty(draft, id, "points", shares, onlyHere ? format.id : undefined), name);
  };
  const place = (point: Point) => {
    const { x, y } = mirrored(point);
    return toPoint(box.world, box.box.x + box.box.width * x, box.box.y + box.box.height * y);
  };
  const begin = (event: PointerEvent<SVGElement>, at: number, held: readonly Point[]) => {
    event.preventDefault();
    const hold = takeHold(event);
    store.getState().show({ gesture: "stage" });
    const width = event.currentTarget.ownerSVGElement?.getBoundingClientRect().width || format.width;
    const zoom = format.width / width;
    pull.current = { name: `drag corner ${++pulls}`, at, hold, from: held[at]!, zoom };
  };
  const move = (event: PointerEvent) => {
    const now = pull.current;
    const gone = now && wayOf(now.hold, event);
    if (!gone) return;
    const way = inverseWay(box.world, gone.x * now.zoom, gone.y * now.zoom);
    const x = now.from.x + ((turnedRound ? -1 : 1) * way.x) / box.box.width;
    const y = now.from.y + way.y / box.box.height;
    put(
      points.map((point, i) => (i === now.at ? { x, y } : point)),
      now.name,
    );
  };
  const end = () => {
    pull.current = undefined;
    store.getState().show({ gesture: undefined });
  };
  const reach = format.width / 110;
  return (
    <g className="overlay__points">
      {points.slice(1).map((point, i) => {
        const before = points[i]!;
        const middle = { x: (before.x + point.x) / 2, y: (before.y + point.y) / 2 };
        const { x, y } = place(middle);
        const add = (event: PointerEvent) => {
          event.stopPropagation();
          put([...points.slice(0, i + 1), middle, ...points.slice(i + 1)], "");
        };
        return <circle key={`between ${i}`} className="is-between" cx={x} cy={y} r={reach * 0.5} onPointerDown={add} />;
      })}
      {points.map((point, i) => {
        const { x, y } = place(point);
        return (
          <circle
            key={`corner ${i}`}
            data-corner={i}
            cx={x}
            cy={y}
            r={reach * 0.75}
            onPointerDown={(event) => begin(event, i, points)}
            onPointerMove={move}
            onPointerUp={end}
            onPointerCancel={end}
            onDoubleClick={() => {
              const rest = points.filter((_, k) => k !== i);
              if (points.length > 2) put(rest, "");
            }}
          />
        );
      })}
    </g>
  );
}
