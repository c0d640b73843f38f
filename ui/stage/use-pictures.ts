"use client";
import { useEffect, useMemo, useState } from "react";
import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import { sampleValues } from "@/core/document/values";
import { stageClient } from "./client";

export type Pictures = ReadonlyMap<string, ImageBitmap>;
interface Shown {
  readonly design: Design;
  readonly house: House;
  /** The format it is shown in, whole; the first one, cropped to what it draws, unless said. */
  readonly format?: string;
  /** Cropped to what it draws, also where the format is said. */
  readonly close?: boolean;
}

const none: Pictures = new Map();
/** So many are painted for one call: the first are seen while the others are on their way. */
const together = 3;

/** What is shown by a name in the painting worker: another document or house style is another thing there. */
const numbers = new WeakMap<object, number>();
let counted = 0;
const numberOf = (thing: object): number => {
  const known = numbers.get(thing) ?? ++counted;
  numbers.set(thing, known);
  return known;
};

/** Small pictures of designs by their ids, each cropped to what it draws; they come one after the other. */
export function usePictures(
  designs: ReadonlyMap<string, Design>,
  house: House | undefined,
  heightPx: number,
): Pictures {
  const shown = useMemo(
    () => new Map(house ? [...designs].map(([id, design]) => [id, { design, house }] as const) : []),
    [designs, house],
  );
  return useScenePictures(shown, heightPx);
}

/** The same of designs that each have a house style of their own. */
export function useScenePictures(shown: ReadonlyMap<string, Shown>, heightPx: number): Pictures {
  const [pictures, setPictures] = useState<Pictures>(none);
  useEffect(() => {
    let live = true;
    const paint = async () => {
      const all = [...shown];
      for (let from = 0; live && from < all.length; from += together) {
        const some = all.slice(from, from + together).map(([id, scene]) => {
          return { id, scene, name: `pictured ${numberOf(scene.design)} ${numberOf(scene.house)}` };
        });
        const items = some.map(({ name, scene: { design, format, close = format === undefined } }) => {
          const shared = { key: `${name} ${format ?? ""} ${close}`, desk: name, values: sampleValues(design) };
          return { ...shared, close, format: format ?? design.formats[0]!, heightPx };
        });
        const desks = Object.fromEntries(some.map(({ name, scene }) => [name, scene]));
        const answer = await stageClient().call({ kind: "thumbs", stage: "thumbs", items, timeS: undefined, desks });
        if (!live || answer.kind !== "thumbs") return;
        const painted = answer.thumbs.flatMap(({ bitmap }, i) => (bitmap ? [[some[i]!.id, bitmap] as const] : []));
        setPictures((before) => new Map([...before, ...painted]));
      }
    };
    // Without a picture a plate still has its name.
    paint().catch(() => undefined);
    return () => {
      live = false;
    };
  }, [shown, heightPx]);
  return pictures;
}
