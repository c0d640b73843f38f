"use client";
import { isWritten } from "@/core/fields/field";
import type { Format } from "@/core/document/format";
import { fieldOf, writeWords } from "@/core/edit/fields";
import type { RestBox } from "@/core/sample/rest";
import { useBench } from "../store";
import { cornersOf } from "./geometry";

/** Writes a text where it stands: the layer's own words, or the sample of the field that fills it. */
export function TextInPlace({
  layerId,
  box,
  format,
  onDone,
}: {
  layerId: string;
  box: RestBox;
  format: Format;
  onDone: () => void;
}) {
  const edit = useBench((state) => state.edit);
  const layer = useBench((state) => state.document.layers.find(({ id }) => id === layerId));
  const field = useBench((state) => fieldOf(state.document, layerId, "text"));
  if (layer?.kind !== "text") return null;
  const sample = field && isWritten(field) ? field : undefined;
  const corners = cornersOf(box);
  const left = Math.min(...corners.map(({ x }) => x));
  const top = Math.min(...corners.map(({ y }) => y));
  const width = Math.max(...corners.map(({ x }) => x)) - left;
  const percent = (part: number, side: number) => `${(100 * part) / side}%`;
  const write = (text: string) => edit("Write", (draft) => writeWords(draft, layerId, text), `write ${layerId}`);
  return (
    <textarea
      className="in-place bg-sheet fs-16 py-4 px-8 position-absolute"
      aria-label={`Text of ${layer.name}`}
      dir="auto"
      autoFocus
      value={sample ? sample.sample : layer.text}
      style={{
        left: percent(left, format.width),
        top: percent(top, format.height),
        width: `max(${percent(width, format.width)}, 160px)`,
      }}
      onFocus={(event) => event.target.select()}
      onChange={(event) => write(event.target.value)}
      onBlur={onDone}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === "Escape" || (event.key === "Enter" && !event.shiftKey)) onDone();
      }}
    />
  );
}
