"use client";
import { useEffect, useRef, useState } from "react";
import type { Design } from "@/core/document/design";
import type { Layer } from "@/core/document/layer";
import { sampleValues } from "@/core/document/values";
import { withInner } from "@/core/edit/layers";
import { stageClient } from "@/ui/stage/client";
import { useBenchStore } from "../store";

export type Thumbs = ReadonlyMap<string, ImageBitmap>;

const none: Thumbs = new Map();
/** Pictures are made a while after the last change, so that they never hold up what is being done. */
const calmMs = 700;
/** So many are painted at once; what is being looked at is painted in between. */
const together = 3;
const heightPx = 40;

/** A layer with all that is in it, as it is seen by itself; all others are there to be tied to and matted by. */
export function onlyLayer(design: Design, id: string): Design {
  const kept = withInner(design, [id]);
  for (let at = design.layers.find((layer) => layer.id === id)?.in; at !== undefined;) {
    kept.add(at);
    const up: string = at;
    at = design.layers.find((layer) => layer.id === up)?.in;
  }
  return {
    ...design,
    layers: design.layers.map((layer) => (kept.has(layer.id) ? layer : { ...layer, matteOnly: true })),
  };
}

let painted = 0;

/** Small pictures of layers by their ids, made anew for those that have changed once nothing changes any more. */
export function useThumbs(): Thumbs {
  const store = useBenchStore();
  const [thumbs, setThumbs] = useState<Thumbs>(none);
  const shown = useRef(new Map<string, { layer: Layer; house: unknown; format: string }>());
  useEffect(() => {
    let live = true;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stale = ({ id, hidden, guide }: Layer): boolean => {
      const { document, house, format } = store.getState();
      const layer = document.layers.find((one) => one.id === id);
      const before = shown.current.get(id);
      const same = before?.layer === layer && before?.house === house && before?.format === format;
      return !hidden && !guide && !same;
    };
    const paint = async () => {
      for (;;) {
        const { document, house, format, gesture } = store.getState();
        const some = document.layers.filter(stale).slice(0, together);
        if (!live || gesture || some.length === 0) return;
        // Of each layer one design is held, however often it changes; every state of it is another picture.
        const named = some.map((layer) => ({
          layer,
          name: `layer ${layer.id}`,
          key: `layer ${layer.id} ${++painted}`,
        }));
        const items = named.map(({ name, key }) => {
          return { key, desk: name, values: sampleValues(document), close: true, format, heightPx };
        });
        const desks = Object.fromEntries(
          named.map(({ layer, name }) => [name, { design: onlyLayer(document, layer.id), house }]),
        );
        const answer = await stageClient().call({ kind: "thumbs", stage: "thumbs", items, timeS: undefined, desks });
        if (!live || answer.kind !== "thumbs") return;
        for (const layer of some) shown.current.set(layer.id, { layer, house, format });
        const made = answer.thumbs.flatMap(({ bitmap }, i) => (bitmap ? [[some[i]!.id, bitmap] as const] : []));
        setThumbs((before) => new Map([...before, ...made]));
      }
    };
    const plan = () => {
      clearTimeout(timer);
      // Without a picture a layer still has its name.
      timer = setTimeout(() => void paint().catch(() => undefined), calmMs);
    };
    plan();
    const unsubscribe = store.subscribe((state, before) => {
      if (state.document !== before.document || state.house !== before.house || state.format !== before.format) plan();
      else if (state.gesture !== before.gesture) plan();
    });
    return () => {
      live = false;
      clearTimeout(timer);
      unsubscribe();
    };
  }, [store]);
  return thumbs;
}
