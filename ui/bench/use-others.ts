"use client";
import { createContext, useContext, useEffect, useRef, useState } from "react";
import { z } from "zod";
import { SomebodyHere } from "@/contract/designs";
import { call } from "@/ui/parts/api";
import { useEvents } from "@/ui/parts/events";
import { newId } from "@/ui/parts/new-id";
import { useBenchStore } from "./store";

/** Said again so often; whoever has not been heard of for three times as long has gone. */
const againMs = 12_000;
const goneMs = 3 * againMs;
/** What is chosen may change from moment to moment; it is told when it has stood for so long. */
const calmMs = 250;

type Others = readonly SomebodyHere[];
const nobody: Others = [];
export const OthersHere = createContext<Others>(nobody);
export const useOthersHere = (): Others => useContext(OthersHere);

/** Who else has this draft open, and what they hold; and they are told the same of this page. */
export function useOthers(): Others {
  const store = useBenchStore();
  const { id } = store.getState();
  const [page] = useState(newId);
  const heard = useRef(new Map<string, SomebodyHere & { readonly atMs: number }>());
  const [others, setOthers] = useState<Others>(nobody);
  const say = useRef<(gone?: boolean) => void>(() => undefined);
  const show = () => {
    for (const [other, { atMs, gone }] of heard.current)
      if (gone || Date.now() - atMs > goneMs) heard.current.delete(other);
    setOthers([...heard.current.values()]);
  };
  useEffect(() => {
    say.current = (gone = false) => {
      const holding = store.getState().chosen.slice(0, 50);
      // Not heard this time, it is said again soon.
      call(`/api/designs/${id}/here`, z.null(), { page, holding, gone }).catch(() => undefined);
    };
    say.current();
    // A page that goes away altogether has no time to wait for an answer.
    const leave = () => {
      const body = JSON.stringify({ page, holding: [], gone: true });
      navigator.sendBeacon(`/api/designs/${id}/here`, new Blob([body], { type: "application/json" }));
    };
    window.addEventListener("pagehide", leave);
    let calm: ReturnType<typeof setTimeout> | undefined;
    let { chosen } = store.getState();
    const unsubscribe = store.subscribe((state) => {
      if (state.chosen === chosen) return;
      ({ chosen } = state);
      clearTimeout(calm);
      calm = setTimeout(() => say.current(), calmMs);
    });
    const again = setInterval(() => {
      if (document.visibilityState === "visible") say.current();
      show();
    }, againMs);
    return () => {
      window.removeEventListener("pagehide", leave);
      unsubscribe();
      clearTimeout(calm);
      clearInterval(again);
      say.current(true);
    };
  }, [store, id, page]);
  useEvents([`design:${id}`], (event) => {
    const read = event === "reset" ? undefined : SomebodyHere.safeParse(event.body);
    if (!read?.success || read.data.page === page) return;
    const isNew = !heard.current.has(read.data.page);
    heard.current.set(read.data.page, { ...read.data, atMs: Date.now() });
    // Whoever has just come knows nothing of this page yet.
    if (isNew && !read.data.gone) say.current();
    show();
  });
  return others;
}
