"use client";
import { useRef, useState, type PointerEvent as ReactPointerEvent, type RefObject } from "react";
import { pxPerU, type Format } from "@/core/document/format";
import { nudge } from "@/core/edit/arrange";
import { addGuide, guidesOf, sideNear, type GuideAxis } from "@/core/edit/guides";
import { removeLayers } from "@/core/edit/layers";
import { snap } from "@/core/edit/snap";
import type { Box } from "@/core/geometry/box";
import { takeHold, wayOf, type Hold } from "@/ui/parts/hold";
import { useBench, useBenchStore } from "../store";
import { useBoxesAtRest } from "./boxes";
import { snapBoxes } from "./snap-boxes";

/** How wide the strip beside the format is that a new guide is pulled out of, and how near one is taken hold of. */
const edgePx = 11;
const gripPx = 9;
const snapReachPx = 6;
let pulls = 0;

interface Pull {
  readonly axis: GuideAxis;
  /** None yet while a new one is pulled out. */
  readonly id: string | undefined;
  readonly name: string;
  readonly hold: Hold;
  /** How far beside it the pointer took it, in u. */
  readonly besideU: number;
  atU: number;
}

interface GuidesProps {
  readonly svg: RefObject<SVGSVGElement | null>;
  readonly format: Format;
  /** Whether the format is shown turned round: then what is seen at its left is the design's right. */
  readonly turnedRound: boolean;
  /** Pixels of the format for one of the screen. */
  readonly perPx: number;
}

/** Pulling guides: out of an edge, about, and out of the format. */
function useGuidePull({ svg, format, turnedRound, perPx }: GuidesProps) {
  const store = useBenchStore();
  const rest = useBoxesAtRest();
  const pull = useRef<Pull | undefined>(undefined);
  const [pulled, setPulled] = useState<Pick<Pull, "axis" | "atU" | "id">>();
  const scale = pxPerU(format);
  const size = { width: format.width / scale, height: format.height / scale };
  const pointerU = (event: ReactPointerEvent, axis: GuideAxis): number => {
    const { left, top, width } = svg.current!.getBoundingClientRect();
    const atPx = axis === "x" ? event.clientX - left : event.clientY - top;
    return (atPx * format.width) / width / scale;
  };
  const placeU = (event: ReactPointerEvent, { axis, besideU }: Pull): number => {
    const atU = pointerU(event, axis) - besideU;
    const box = axis === "x" ? { x: atU, y: 0, width: 0, height: 0 } : { x: 0, y: atU, width: 0, height: 0 };
    const beside = snapBoxes(format, rest, pull.current?.id ? [pull.current.id] : []);
    const found = event.altKey ? undefined : snap(box, beside, (snapReachPx * perPx) / scale);
    const by = found?.lines.some((line) => line.axis === axis) ? (axis === "x" ? found.dx : found.dy) : undefined;
    return by === undefined ? Math.round(atU * 10) / 10 : atU + by;
  };
  const begin = (event: ReactPointerEvent, axis: GuideAxis, id?: string, box?: Box) => {
    if (event.button !== 0) return;
    event.preventDefault();
    const hold = takeHold(event);
    if (id) store.getState().choose([id]);
    const atU = box ? (axis === "x" ? box.x : box.y) : 0;
    const besideU = box ? pointerU(event, axis) - atU : 0;
    pull.current = { axis, id, name: `drag guide ${++pulls}`, atU, hold, besideU };
    store.getState().show({ gesture: "stage" });
  };
  const move = (event: ReactPointerEvent) => {
    const now = pull.current;
    if (!now || !wayOf(now.hold, event)) return;
    const atU = placeU(event, now);
    if (now.id) {
      const { edit, onlyHere } = store.getState();
      const { id } = now;
      const axis = now.axis === "x" ? "width" : "height";
      const byU = now.axis === "x" && turnedRound ? now.atU - atU : atU - now.atU;
      edit("Move a guide", (draft) => nudge(draft, id, axis, byU, format.id, onlyHere), now.name);
    }
    now.atU = atU;
    setPulled({ axis: now.axis, atU, id: now.id });
  };
  const end = () => {
    const now = pull.current;
    pull.current = undefined;
    setPulled(undefined);
    if (now) store.getState().show({ gesture: undefined });
    if (!now || !pulled) return;
    const { edit, choose } = store.getState();
    const { axis, id, atU } = now;
    const out = atU <= 0 || atU >= sideU(format, axis);
    if (id && out) edit("Remove a guide", (draft) => removeLayers(draft, [id]), now.name);
    if (id || out) return;
    let made: string | undefined;
    edit("New guide", (draft) => void (made = addGuide(draft, axis, atU, size, turnedRound)));
    if (made) choose([made]);
  };
  const hands = { onPointerMove: move, onPointerUp: end, onPointerCancel: end };
  return { begin, hands, pulled };
}

const sideU = (format: Format, axis: GuideAxis): number =>
  (axis === "x" ? format.width : format.height) / pxPerU(format);

/** Guides over the format that is shown large: pulled out of its edges, moved, and pulled out of it to be rid of them. */
export function Guides(props: GuidesProps) {
  const { format, perPx } = props;
  const rest = useBoxesAtRest();
  const layers = useBench((state) => state.document.layers);
  const chosen = useBench((state) => state.chosen);
  const { begin, hands, pulled } = useGuidePull(props);
  const scale = pxPerU(format);
  const boxes = new Map([...rest].map(([id, { box }]) => [id, box]));
  const line = (axis: GuideAxis, atU: number) =>
    axis === "x"
      ? { x1: atU * scale, x2: atU * scale, y1: 0, y2: format.height }
      : { x1: 0, x2: format.width, y1: atU * scale, y2: atU * scale };
  return (
    <g className="guides">
      <rect
        className="guides__edge is-y"
        {...{ x: 0, y: -edgePx * perPx, width: format.width, height: edgePx * perPx }}
        onPointerDown={(event) => begin(event, "y")}
        {...hands}
      >
        <title>Drag a guide down</title>
      </rect>
      <rect
        className="guides__edge is-x"
        {...{ x: -edgePx * perPx, y: 0, width: edgePx * perPx, height: format.height }}
        onPointerDown={(event) => begin(event, "x")}
        {...hands}
      >
        <title>Drag a guide to the right</title>
      </rect>
      {guidesOf({ layers }, boxes).map(({ id, axis, box }) => {
        const ends = line(axis, axis === "x" ? box.x : box.y);
        return (
          <g key={id} className={chosen.includes(id) ? "is-chosen" : undefined}>
            <line className="guides__line pe-none" {...ends} />
            <line
              className={`guides__grip is-${axis}`}
              data-guide={id}
              {...ends}
              strokeWidth={gripPx * perPx}
              onPointerDown={(event) => begin(event, axis, id, box)}
              {...hands}
            />
          </g>
        );
      })}
      {pulled && !pulled.id && <line className="guides__line pe-none" {...line(pulled.axis, pulled.atU)} />}
      {pulled && (
        <text
          className="guides__place pe-none"
          x={pulled.axis === "x" ? (pulled.atU + 1) * scale : 10 * perPx}
          y={pulled.axis === "x" ? 24 * perPx : pulled.atU * scale - 6 * perPx}
          fontSize={12 * perPx}
        >
          {placeWords(pulled.axis, pulled.atU, sideU(format, pulled.axis))}
        </text>
      )}
    </g>
  );
}

/** Where a guide is, from the side that it keeps its distance to. */
function placeWords(axis: GuideAxis, atU: number, wholeU: number): string {
  if (atU <= 0 || atU >= wholeU) return "Drop here to remove it";
  const near = sideNear(atU, wholeU);
  const by = Math.abs(atU - wholeU * near).toFixed(1);
  const side = axis === "x" ? ["left", "right"] : ["top", "bottom"];
  if (near === 0.5) return `${by} u from the middle`;
  return `${by} u from the ${near === 0 ? side[0] : side[1]}`;
}
