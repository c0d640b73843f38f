"use client";
import { useRef, useState, type PointerEvent as ReactPointerEvent, type RefObject } from "react";
import type { Design } from "@/core/document/design";
import { pxPerU, type Format } from "@/core/document/format";
import type { Layer } from "@/core/document/layer";
import { nudge, resize } from "@/core/edit/arrange";
import { tie, tieOfPull, type Tie } from "@/core/edit/pulled-tie";
import { withInner } from "@/core/edit/layers";
import { scaleLayers } from "@/core/edit/scale";
import { snap, type SnapLine } from "@/core/edit/snap";
import { unionBox } from "@/core/geometry/box";
import { clearBox, insetBox } from "@/core/layout/zones";
import type { RestBox } from "@/core/sample/rest";
import { useBenchStore, type BenchStore } from "../store";
import { useBoxesAtRest } from "./boxes";
import { inverseWay } from "./geometry";
import { snapBoxes } from "./snap-boxes";

/** Which corner or side is pulled; none while the layer itself is. */
export type Handle = { readonly across: -1 | 0 | 1; readonly down: -1 | 0 | 1 } | undefined;

interface Way {
  readonly x: number;
  readonly y: number;
}

interface Pull {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly boxes: ReadonlyMap<string, RestBox>;
  readonly handle: Handle;
  /** The design as it was when the pull began. */
  readonly document: Design;
  /** What has been moved already, in u. */
  readonly applied: { x: number; y: number };
  moved: boolean;
  /** What it would be tied to were it let go now. */
  tie?: Tie | undefined;
}

let pulls = 0;
const snapReachPx = 7;
/** As thin as a layer can be pulled, in u. */
const leastU = 0.1;

/** The stage that is pulled on. */
interface Stage {
  readonly store: BenchStore;
  readonly format: Format;
  readonly turnedRound: boolean;
}

/** Moves the chosen layers so far on; `target` is where from the beginning they are to be, in u. */
function moveChosen({ store, format, turnedRound }: Stage, now: Pull, target: Way): void {
  const { chosen, edit, onlyHere, document } = store.getState();
  const by = { x: target.x - now.applied.x, y: target.y - now.applied.y };
  Object.assign(now.applied, target);
  const across = turnedRound ? -by.x : by.x;
  edit(
    "Move",
    (draft) => {
      for (const id of outermost(chosen, document.layers)) {
        nudge(draft, id, "width", across, format.id, onlyHere);
        nudge(draft, id, "height", by.y, format.id, onlyHere);
      }
    },
    now.id,
  );
}

/** What a single layer would be tied to where it has been pulled. */
function tieOfDrag({ store, format, turnedRound }: Stage, now: Pull, lead: RestBox, target: Way): Tie | undefined {
  const { chosen, document } = store.getState();
  const [only] = chosen;
  // A group that fits around its layers stands where they do.
  const isGroup = document.layers.some(({ id, kind }) => id === only && kind === "group");
  if (chosen.length !== 1 || turnedRound || isGroup) return undefined;
  const boxes = new Map([...now.boxes].map(([id, { box }]) => [id, box]));
  const clear = clearBox(format, insetBox(format, format.titleSafe));
  const box = { ...lead.box, x: lead.box.x + target.x, y: lead.box.y + target.y };
  return tieOfPull(document, lead.id, box, { boxes, clear });
}

/** As small as what is chosen can be pulled, times its size. */
const leastFactor = 0.05;

/** The box around what is chosen, in the u that its outermost layers are placed in; undefined where they have none together. */
export function chosenBox(
  chosen: readonly string[],
  layers: readonly Layer[],
  boxes: ReadonlyMap<string, RestBox>,
): RestBox | undefined {
  const outer = outermost(chosen, layers).flatMap((id) => boxes.get(id) ?? []);
  const [first] = outer;
  if (!first) return undefined;
  const box = outer.reduce((all, one) => unionBox(all, one.box), first.box);
  return outer.length === 1 ? first : { ...first, box, world: first.parent };
}

/** Whether what is chosen is scaled as one by its corners: a group, or more than one layer. */
export const scalesAsOne = (chosen: readonly string[], layers: readonly Layer[]): boolean =>
  chosen.length > 1 || layers.some(({ id, kind }) => kind === "group" && chosen.includes(id));

/** Scales all that is chosen by a corner; the corner opposite stays where it is. */
function scaleChosen({ store, format, turnedRound }: Stage, now: Pull, way: Way): void {
  const { chosen, edit, onlyHere, house } = store.getState();
  const frame = chosenBox(chosen, now.document.layers, now.boxes);
  if (!frame || !now.handle) return;
  const { across, down } = now.handle;
  const pulled = inverseWay(frame.world, way.x, way.y);
  const { box } = frame;
  const wide = box.width > 0 ? (across * pulled.x) / box.width : 0;
  const high = box.height > 0 ? (down * pulled.y) / box.height : 0;
  // A corner follows the way that was pulled farther; a side its own.
  const by = across === 0 ? high : down === 0 ? wide : Math.abs(wide) > Math.abs(high) ? wide : high;
  const factor = Math.max(leastFactor, 1 + by);
  const about = {
    x: box.x + (box.width * (1 - across)) / 2,
    y: box.y + (box.height * (1 - down)) / 2,
  };
  const boxes = new Map([...now.boxes].map(([id, one]) => [id, one.box]));
  edit(
    "Scale",
    (draft) => {
      // From what it was when the pull began: no step adds to the rounding of the one before.
      const was = new Map(now.document.layers.map((layer) => [layer.id, layer]));
      const inner = withInner(draft, chosen);
      for (const layer of draft.layers) {
        const before = inner.has(layer.id) ? was.get(layer.id) : undefined;
        if (before) Object.assign(layer, structuredClone(before));
      }
      scaleLayers(draft, house, chosen, { factor, about, boxes, turnedRound }, onlyHere ? format.id : undefined);
    },
    now.id,
  );
}

/** Pulls a corner or side of the layer chosen last; no side is pulled past the one opposite. */
function stretchChosen({ store, format, turnedRound }: Stage, now: Pull, way: Way): void {
  const { chosen, edit, onlyHere } = store.getState();
  const id = chosen.at(-1);
  const rest = id === undefined ? undefined : now.boxes.get(id);
  if (!id || !rest || !now.handle) return;
  const { across, down } = now.handle;
  const pulled = inverseWay(rest.world, way.x, way.y);
  // There the layer stays as thin as it can be.
  const total = {
    x: across * Math.max(across * pulled.x, leastU - rest.box.width),
    y: down * Math.max(down * pulled.y, leastU - rest.box.height),
  };
  const by = { x: total.x - now.applied.x, y: total.y - now.applied.y };
  const length = { x: rest.box.width + across * now.applied.x, y: rest.box.height + down * now.applied.y };
  Object.assign(now.applied, total);
  const width = {
    axis: "width",
    side: across > 0 !== turnedRound ? "end" : "start",
    byU: across * by.x,
    lengthU: length.x,
  } as const;
  const height = { axis: "height", side: down > 0 ? "end" : "start", byU: down * by.y, lengthU: length.y } as const;
  edit(
    "Resize",
    (draft) => {
      if (across !== 0) resize(draft, id, width, format.id, onlyHere);
      if (down !== 0) resize(draft, id, height, format.id, onlyHere);
    },
    now.id,
  );
}

/** Pulling about what is chosen, by itself or by a handle; with what it snaps to and how far it has come. */
export function useStagePull(svg: RefObject<SVGSVGElement | null>, format: Format, turnedRound: boolean) {
  const store = useBenchStore();
  const boxes = useBoxesAtRest();
  const pull = useRef<Pull | undefined>(undefined);
  const [lines, setLines] = useState<readonly SnapLine[]>([]);
  const [way, setWay] = useState<Way>();
  const [would, setWould] = useState<Tie>();
  const stage = { store, format, turnedRound };
  /** Pixels of the format for one of the screen. */
  const zoom = () => format.width / (svg.current?.getBoundingClientRect().width || format.width);

  const begin = (event: ReactPointerEvent, handle?: Handle) => {
    event.preventDefault();
    svg.current?.setPointerCapture(event.pointerId);
    const at = { x: event.clientX, y: event.clientY };
    const { document } = store.getState();
    pull.current = { id: `drag ${++pulls}`, ...at, boxes, handle, document, applied: { x: 0, y: 0 }, moved: false };
  };
  const drag = (now: Pull, pulled: Way, free: boolean) => {
    const { chosen } = store.getState();
    const lead = now.boxes.get(chosen.at(-1) ?? "");
    if (!lead) return;
    const wanted = inverseWay(lead.parent, pulled.x, pulled.y);
    const box = { ...lead.box, x: lead.box.x + wanted.x, y: lead.box.y + wanted.y };
    const reachU = (snapReachPx * zoom()) / pxPerU(format);
    const found = free ? { dx: 0, dy: 0, lines: [] } : snap(box, snapBoxes(format, now.boxes, chosen), reachU);
    // Where nothing holds it, it goes by tenths.
    const step = (value: number, by: number, axis: SnapLine["axis"]) =>
      found.lines.some((line) => line.axis === axis) ? value + by : Math.round(value * 10) / 10;
    const target = { x: step(wanted.x, found.dx, "x"), y: step(wanted.y, found.dy, "y") };
    setLines(found.lines);
    setWay(target);
    now.tie = free ? undefined : tieOfDrag(stage, now, lead, target);
    setWould(now.tie);
    moveChosen(stage, now, target);
  };
  const move = (event: ReactPointerEvent) => {
    const now = pull.current;
    if (!now) return;
    const pulled = { x: (event.clientX - now.x) * zoom(), y: (event.clientY - now.y) * zoom() };
    if (!now.moved && Math.hypot(event.clientX - now.x, event.clientY - now.y) < 3) return;
    if (!now.moved) store.getState().show({ gesture: "stage" });
    now.moved = true;
    const { chosen, document } = store.getState();
    if (now.handle && scalesAsOne(chosen, document.layers)) scaleChosen(stage, now, pulled);
    else if (now.handle) stretchChosen(stage, now, pulled);
    else drag(now, pulled, event.altKey);
  };
  const end = () => {
    const { current: now } = pull;
    pull.current = undefined;
    if (now?.tie) {
      const { chosen, edit, onlyHere } = store.getState();
      const { tie: held, id } = now;
      // One step with the pull: taken back, it stands where it stood, on what it stood on.
      edit("Move", (draft) => tie(draft, chosen.at(-1)!, held, onlyHere ? format.id : undefined), id);
    }
    setWould(undefined);
    if (store.getState().gesture) store.getState().show({ gesture: undefined });
    setLines([]);
    setWay(undefined);
  };
  /** Whether something is, or was just, pulled about and not only pressed. */
  const moved = () => pull.current?.moved ?? false;
  return { begin, move, end, moved, lines, way, would };
}

/** Of the chosen, those that are in no chosen group: a group takes its layers along. */
function outermost(ids: readonly string[], layers: readonly { id: string; in?: string | undefined }[]): string[] {
  const groupOf = new Map(layers.map(({ id, in: group }) => [id, group]));
  return ids.filter((id) => {
    for (let up = groupOf.get(id); up !== undefined; up = groupOf.get(up)) if (ids.includes(up)) return false;
    return true;
  });
}
