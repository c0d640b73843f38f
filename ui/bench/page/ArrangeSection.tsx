"use client";
import {
  AlignBottom,
  AlignCenter,
  AlignEnd,
  AlignMiddle,
  AlignStart,
  AlignTop,
  DistributeHorizontal,
  DistributeVertical,
} from "react-bootstrap-icons";
import { alignments, distribution, nudge, type Edge } from "@/core/edit/arrange";
import type { Axis } from "@/core/document/place";
import { useBoxesAtRest } from "../stage/boxes";
import { useBenchStore } from "../store";

const alignButtons = [
  { axis: "width", edge: "start", label: "Align left edges", Icon: AlignStart },
  { axis: "width", edge: "middle", label: "Align centres horizontally", Icon: AlignCenter },
  { axis: "width", edge: "end", label: "Align right edges", Icon: AlignEnd },
  { axis: "height", edge: "start", label: "Align top edges", Icon: AlignTop },
  { axis: "height", edge: "middle", label: "Align centres vertically", Icon: AlignMiddle },
  { axis: "height", edge: "end", label: "Align bottom edges", Icon: AlignBottom },
] as const;

/** Lines up several chosen layers. */
export function ArrangeSection() {
  const store = useBenchStore();
  const boxes = useBoxesAtRest();
  const shift = (label: string, axis: Axis, shifts: ReadonlyMap<string, number>) => {
    const { edit, format, onlyHere } = store.getState();
    edit(label, (draft) => {
      for (const [id, by] of shifts) if (Math.abs(by) > 1e-6) nudge(draft, id, axis, by, format, onlyHere);
    });
  };
  const chosen = () =>
    new Map(store.getState().chosen.flatMap((id) => (boxes.get(id) ? [[id, boxes.get(id)!.box] as const] : [])));
  return (
    <div className="arrange d-flex gap-2 mt-8" role="toolbar" aria-label="Align">
      {alignButtons.map(({ axis, edge, label, Icon }) => (
        <button
          key={label}
          type="button"
          className="small-button"
          title={label}
          onClick={() => shift(label, axis, alignments(chosen(), axis, edge as Edge))}
        >
          <Icon aria-hidden /> <span className="visually-hidden">{label}</span>
        </button>
      ))}
      <button
        type="button"
        className="small-button"
        title="Distribute horizontally"
        onClick={() => shift("Distribute", "width", distribution(chosen(), "width"))}
      >
        <DistributeHorizontal aria-hidden /> <span className="visually-hidden">Distribute horizontally</span>
      </button>
      <button
        type="button"
        className="small-button"
        title="Distribute vertically"
        onClick={() => shift("Distribute", "height", distribution(chosen(), "height"))}
      >
        <DistributeVertical aria-hidden /> <span className="visually-hidden">Distribute vertically</span>
      </button>
    </div>
  );
}
