"use client";
import { pxPerU, type Format } from "@/core/document/format";
import type { Place, SizeAxis } from "@/core/document/place";
import { readProperty } from "@/core/edit/property";
import { clearBox, insetBox } from "@/core/layout/zones";
import { chosenLayer, useBench } from "../store";
import { useBoxesAtRest } from "./boxes";
import { cornersOf, pathOf, toPoint } from "./geometry";

/** What the chosen layer is tied to: from its own point to the point it stands on. */
export function Thread({ format }: { format: Format }) {
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
      <g className="overlay__thread pe-none">
        {[...new Set(around)].map((id) => boxes.get(id) && <path key={id} d={pathOf(cornersOf(boxes.get(id)!))} />)}
      </g>
    );
  }
  const place = readProperty(layer, "place", format.id).value as Place;
  const scale = pxPerU(format);
  const other = boxes.get(place.on === "group" ? (layer.in ?? "") : place.on);
  const fixed = { format: 0, "title-safe": format.titleSafe, "action-safe": format.actionSafe }[place.on];
  const ref =
    other?.box ??
    (place.on === "clear" ? clearBox(format, insetBox(format, format.titleSafe)) : insetBox(format, fixed ?? 0));
  const map = other?.world ?? ([scale, 0, 0, scale, 0, 0] as const);
  const from = toPoint(map, ref.x + ref.width * place.from.x, ref.y + ref.height * place.from.y);
  const own = toPoint(box.world, box.box.x + box.box.width * place.at.x, box.box.y + box.box.height * place.at.y);
  return (
    <g className="overlay__thread pe-none">
      {other && <path d={pathOf(cornersOf(other))} />}
      <line x1={own.x} y1={own.y} x2={from.x} y2={from.y} />
      <circle cx={from.x} cy={from.y} r={format.width / 220} />
      <circle cx={own.x} cy={own.y} r={format.width / 320} />
    </g>
  );
}
