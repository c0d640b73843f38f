"use client";
import { useEffect, useState } from "react";
import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import { sampleValues } from "@/core/document/values";
import { stageClient } from "@/ui/stage/client";

export type Pictures = ReadonlyMap<string, ImageBitmap>;

const none: Pictures = new Map();
/** So many are painted for one call: the first are seen while the others are on their way. */
const together = 3;

/** Small pictures of designs by their ids, each cropped to what it draws; they come one after the other. */
export function usePictures(
  designs: ReadonlyMap<string, Design>,
  house: House | undefined,
  heightPx: number,
): Pictures {
  const [pictures, setPictures] = useState<Pictures>(none);
  useEffect(() => {
    if (!house) return;
    let live = true;
    const paint = async () => {
      const all = [...designs];
      for (let from = 0; live && from < all.length; from += together) {
        const some = all.slice(from, from + together);
        const items = some.map(([id, design]) => {
          const shared = { key: `pictured ${id}`, desk: `pictured ${id}`, values: sampleValues(design), close: true };
          return { ...shared, format: design.formats[0]!, heightPx };
        });
        const desks = Object.fromEntries(some.map(([id, design]) => [`pictured ${id}`, { design, house }]));
        const answer = await stageClient().call({ kind: "thumbs", stage: "thumbs", items, timeS: undefined, desks });
        if (!live || answer.kind !== "thumbs") return;
        const painted = answer.thumbs.flatMap(({ bitmap }, i) => (bitmap ? [[some[i]![0], bitmap] as const] : []));
        setPictures((before) => new Map([...before, ...painted]));
      }
    };
    // Without a picture a plate still has its name.
    paint().catch(() => undefined);
    return () => {
      live = false;
    };
  }, [designs, house, heightPx]);
  return pictures;
}
