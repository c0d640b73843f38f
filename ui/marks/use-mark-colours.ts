"use client";
import { useQueries } from "@tanstack/react-query";
import { formatHex8 } from "culori";
import type { House } from "@/core/document/house";
import type { Mark } from "@/core/document/vector";
import { colourShares } from "@/core/media/prepare-mark";
import { mainColoursOf } from "@/core/media/raster-colours";
import type { Raster } from "@/core/media/raster";
import { hexOfHouse, loadPreview } from "./raster";

/** A colour of a mark, `#rrggbbaa`, and how much of it is so. */
export interface MarkColour {
  readonly hex: string;
  readonly share: number;
}

const most = 6;

/** The main colours of pixels, the one that counts most first. */
export const coloursOfRaster = (raster: Raster): MarkColour[] =>
  mainColoursOf(raster).map(({ r, g, b, share }) => ({
    hex: formatHex8({ mode: "rgb", r: r / 255, g: g / 255, b: b / 255 }),
    share,
  }));

/** The main colours of a drawing, the one that counts most first. */
export const coloursOfDrawing = (drawing: NonNullable<Mark["drawing"]>, house: House): MarkColour[] =>
  colourShares(drawing)
    .slice(0, most)
    .flatMap(({ colour, share }) => {
      const hex = hexOfHouse(house, colour);
      return hex === undefined ? [] : [{ hex, share }];
    });

/** The main colours of marks, each once, in their order; those of pictures as they are read. */
export function useMarkColours(marks: readonly Mark[], house: House): readonly string[] {
  const hashes = [...new Set(marks.flatMap(({ picture }) => picture?.hash ?? []))];
  const read = useQueries({
    queries: hashes.map((hash) => ({
      queryKey: ["colours-of", hash],
      queryFn: async () => coloursOfRaster((await loadPreview(hash)).raster),
      staleTime: Infinity,
    })),
  });
  const ofHash = new Map(hashes.map((hash, i) => [hash, read[i]?.data ?? []]));
  const colours = marks.flatMap(({ drawing, picture }) =>
    drawing ? coloursOfDrawing(drawing, house) : (ofHash.get(picture!.hash) ?? []),
  );
  return [...new Set(colours.map(({ hex }) => hex))];
}
