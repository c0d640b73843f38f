import type { CSSProperties } from "react";
import type { House } from "@/core/document/house";
import type { Layer } from "@/core/document/layer";
import type { TypeStyle } from "@/core/document/text";

/** Heights of a face for a size of one: above and below the base line, and of its capitals. */
export interface FaceHeights {
  readonly ascent: number;
  readonly descent: number;
  readonly cap: number;
}

const triedPx = 200;

/** What the browser knows of a loaded face. */
export function heightsOf(family: string, weight: number, italic: boolean): FaceHeights | undefined {
  const context = document.createElement("canvas").getContext("2d");
  if (!context) return undefined;
  context.font = `${italic ? "italic " : ""}${weight} ${triedPx}px "${family}"`;
  const { fontBoundingBoxAscent, fontBoundingBoxDescent, actualBoundingBoxAscent } = context.measureText("H");
  const share = (px: number) => px / triedPx;
  return {
    ascent: share(fontBoundingBoxAscent),
    descent: share(fontBoundingBoxDescent),
    cap: share(actualBoundingBoxAscent),
  };
}

type Text = Extract<Layer, { kind: "text" }>;

/** A text's style: its type style with what the layer changes of it. */
export function styleOf({ setting }: Text, house: House): TypeStyle | undefined {
  const style = house.types.find(({ id }) => id === setting.type)?.style;
  if (!style) return undefined;
  const { size, weight, italic, tracking, leading, figures, case: written } = setting;
  const own = { size, weight, italic, tracking, leading, figures, case: written };
  return { ...style, ...Object.fromEntries(Object.entries(own).filter(([, value]) => value !== undefined)) };
}

/**
 * The size that a text is set in, by how high its box came out: with so many lines as make it largest, and never above
 * its own. In the unit of the height.
 */
export function sizeIn(
  height: number,
  style: TypeStyle,
  { ascent, descent, cap }: FaceHeights,
  mostLines: number,
): number {
  const one = style.box === "cap" ? cap : ascent + descent;
  for (let lines = 1; lines <= mostLines; lines++) {
    const size = height / (one + (lines - 1) * style.leading);
    if (size <= style.size * 1.02) return size;
  }
  return style.size;
}

/** How the letters of a text box lie where the stage has painted them; all in one unit, which becomes px. */
export function ownType(
  text: Text,
  style: TypeStyle,
  heights: FaceHeights,
  box: { readonly width: number; readonly height: number },
  perU: number,
): CSSProperties {
  const size = sizeIn(box.height, style, heights, text.setting.maxLines) * perU;
  const line = style.leading * size;
  // The base line of the first line: where the box says, and where the browser would put it.
  const wanted = (style.box === "cap" ? heights.cap : heights.ascent) * size;
  const natural = (line - (heights.ascent + heights.descent) * size) / 2 + heights.ascent * size;
  // Room for the caret behind the last letter.
  const spare = size * 0.4;
  const { align, maxLines } = text.setting;
  const shift = align === "centre" ? -spare / 2 : align === "end" ? -spare : 0;
  return {
    fontSize: size,
    lineHeight: `${line}px`,
    letterSpacing: `${style.tracking / 100}em`,
    fontWeight: style.weight,
    fontStyle: style.italic ? "italic" : "normal",
    textTransform: style.case === "upper" ? "uppercase" : style.case === "lower" ? "lowercase" : "none",
    fontVariantNumeric: style.figures === "tabular" ? "tabular-nums" : undefined,
    textAlign: align === "centre" ? "center" : align,
    whiteSpace: maxLines === 1 ? "pre" : "pre-wrap",
    width: box.width * perU + spare,
    // A next line has room before the stage has made it.
    height: Math.max(box.height * perU, line) + (maxLines > 1 ? line : 0),
    marginLeft: shift,
    marginTop: wanted - natural,
  };
}
