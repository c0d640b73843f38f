"use client";
import { useMemo, type CSSProperties } from "react";
import { isWritten } from "@/core/fields/field";
import { pxPerU, type Format } from "@/core/document/format";
import type { Layer } from "@/core/document/layer";
import { fieldOf, writeWords } from "@/core/edit/fields";
import { stageDeeds } from "@/core/facts/bench-deeds";
import type { RestBox } from "@/core/sample/rest";
import { facesOf, useFace } from "@/ui/parts/use-face";
import { useBench } from "../store";
import { heightsOf, ownType, styleOf } from "./own-type";

interface Props {
  readonly layerId: string;
  readonly box: RestBox;
  readonly format: Format;
  /** Pixels of the format for one of the screen. */
  readonly perPx: number;
  readonly onDone: () => void;
}

/** Writes a text where it stands: the layer's own words, or the sample of the field that fills it. */
export function TextInPlace(props: Props) {
  const layer = useBench((state) => state.document.layers.find(({ id }) => id === props.layerId));
  return layer?.kind === "text" ? <Words {...props} layer={layer} /> : null;
}

function Words({ layer, box, format, perPx, onDone }: Props & { layer: Extract<Layer, { kind: "text" }> }) {
  const edit = useBench((state) => state.edit);
  const field = useBench((state) => fieldOf(state.document, layer.id, "text"));
  const sample = field && isWritten(field) ? field : undefined;
  const perU = pxPerU(format) / perPx;
  const own = useOwnType(layer, box, perU);
  const [a, b, c, d, e, f] = box.world.map((value, i) => value / (i < 4 ? pxPerU(format) : perPx));
  const write = (text: string) => edit("Write", (draft) => writeWords(draft, layer.id, text), `write ${layer.id}`);
  return (
    <textarea
      data-help={stageDeeds.textInPlace.help}
      className={`in-place position-absolute ${own ? "is-own" : "bg-sheet fs-16 py-4 px-8"}`}
      aria-label={`Text of ${layer.name}`}
      dir="auto"
      autoFocus
      spellCheck={false}
      value={sample ? sample.sample : layer.text}
      style={{
        left: 0,
        top: 0,
        width: `max(${box.box.width * perU}px, 160px)`,
        transformOrigin: "0 0",
        transform: `matrix(${[a, b, c, d, e, f].join()}) translate(${box.box.x * perU}px, ${box.box.y * perU}px)`,
        ...own,
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

/**
 * The layer's own type, so that what is written lies on what the stage paints and only the caret is seen of it. Not where
 * the stage shows other words than are written, or parts of them otherwise.
 */
function useOwnType(layer: Extract<Layer, { kind: "text" }>, box: RestBox, perU: number): CSSProperties | undefined {
  const house = useBench((state) => state.house);
  const tried = useBench((state) => state.tried);
  const style = useMemo(() => styleOf(layer, house), [layer, house]);
  const faces = useMemo(() => facesOf(house), [house]);
  const family = useFace(faces, style ?? { family: "", weight: 400, italic: false });
  const heights = useMemo(
    () => (family && style ? heightsOf(family, style.weight, style.italic) : undefined),
    [family, style],
  );
  const otherwise = tried !== undefined || layer.stretches.length > 0 || layer.timer !== undefined;
  if (!style || !heights || otherwise || style.case === "title") return undefined;
  return { ...ownType(layer, style, heights, box.box, perU), fontFamily: `"${family}"` };
}
