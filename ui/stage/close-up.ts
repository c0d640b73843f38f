"use client";
import { useEffect, useMemo } from "react";
import { createStore, useStore, type StoreApi } from "zustand";
import type { Format } from "@/core/document/format";
import { unionBox, type Box } from "@/core/geometry/box";
import type { RestBox } from "@/core/sample/rest";
import { closeSize, drawnArea, partAround } from "./drawn-part";
import type { PlayerView } from "./view";

/** What is drawn in each of several stages that stand beside each other, so that all are shown close up to one scale. */
export type CloseUp = StoreApi<{
  readonly areas: ReadonlyMap<string, Box>;
  /** Whether all show the same place of the format, so that what stands elsewhere is seen to; else each its own. */
  readonly inPlace: boolean;
}>;

/** Stages that are shown close up; `atHand` is what is known to be drawn, so that their shape is right from the start. */
export const createCloseUp = (
  inPlace = false,
  atHand?: { readonly format: Format; readonly boxes: readonly RestBox[] },
): CloseUp => {
  const area = atHand && drawnArea(atHand);
  return createStore(() => ({ areas: new Map(area ? [[`${atHand.format.id} at hand`, area]] : []), inPlace }));
};

const alone = createCloseUp();

/** The part of a format to show of one of these stages, by its name among them; undefined for the whole. */
export function useCloseUp(
  closeUp: CloseUp | undefined,
  name: string,
  format: Format | undefined,
  stage: PlayerView["stage"],
): Box | undefined {
  const shown = stage.kind === "ready" ? stage.formats.find((one) => one.format.id === format?.id) : undefined;
  const area = useMemo(() => shown && drawnArea(shown), [shown]);
  const key = `${format?.id} ${name}`;
  useEffect(() => {
    if (closeUp && area) closeUp.setState(({ areas }) => ({ areas: new Map(areas).set(key, area) }));
  }, [closeUp, key, area]);
  const { areas, inPlace } = useStore(closeUp ?? alone);
  return useMemo(() => {
    if (!closeUp || !format) return undefined;
    const own = area ?? { x: 0, y: 0, width: 0, height: 0 };
    const here = [...areas].filter(([other]) => other.startsWith(`${format.id} `));
    // What was known before is told better by those that are shown themselves.
    const told = here.filter(([other]) => !other.endsWith(" at hand"));
    const beside = (told.length > 0 ? told : here).map(([, box]) => box);
    if (!inPlace) return partAround(own, closeSize([own, ...beside], format), format);
    const all = [...(area ? [area] : []), ...beside].reduce(unionBox, own);
    return partAround(all, closeSize([all], format), format);
  }, [closeUp, format, area, areas, inPlace]);
}
