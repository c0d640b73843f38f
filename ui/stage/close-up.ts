"use client";
import { useEffect, useMemo } from "react";
import { createStore, useStore, type StoreApi } from "zustand";
import type { Box } from "@/core/geometry/box";
import { closeSize, drawnArea, partAround } from "./drawn-part";
import type { PreparedFormat } from "./protocol";

/** What is drawn in each of several stages that stand beside each other, so that all are shown close up to one scale. */
export type CloseUp = StoreApi<{ readonly areas: ReadonlyMap<string, Box> }>;

export const createCloseUp = (): CloseUp => createStore(() => ({ areas: new Map<string, Box>() }));

const alone = createCloseUp();

/**
 * The part of a format to show of one of these stages, by its name among them; undefined for the whole, as long as it
 * is not prepared, and where no close-up is asked for.
 */
export function useCloseUp(closeUp: CloseUp | undefined, name: string, shown: PreparedFormat | undefined) {
  const area = useMemo(() => shown && drawnArea(shown), [shown]);
  const key = shown && `${shown.format.id} ${name}`;
  useEffect(() => {
    if (!closeUp || !key || !area) return;
    closeUp.setState(({ areas }) => ({ areas: new Map(areas).set(key, area) }));
  }, [closeUp, key, area]);
  const areas = useStore(closeUp ?? alone, (state) => state.areas);
  return useMemo(() => {
    if (!closeUp || !shown || !area) return undefined;
    const { format } = shown;
    const beside = [...areas].filter(([other]) => other.startsWith(`${format.id} `)).map(([, box]) => box);
    return partAround(area, closeSize([area, ...beside], format), format);
  }, [closeUp, shown, area, areas]);
}
