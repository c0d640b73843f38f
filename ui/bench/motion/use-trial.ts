"use client";
import { produce } from "immer";
import { useEffect, useRef } from "react";
import type { Design } from "@/core/document/design";
import { useBenchPlayer } from "../player-context";
import { useBenchStore } from "../store";

type Phase = "arrive" | "stay" | "leave";
const seenS = 1.6;

/** Shows on the stage what an edit would make, playing the phase it belongs to, without making it yet. */
export function useTrial(): {
  readonly show: (recipe: (draft: Design) => void, phase: Phase) => void;
  readonly end: () => void;
  readonly take: (label: string, recipe: (draft: Design) => void) => void;
} {
  const store = useBenchStore();
  const player = useBenchPlayer();
  const back = useRef<number | undefined>(undefined);
  const end = () => {
    if (store.getState().trial === undefined) return;
    store.getState().show({ trial: undefined });
    player.playWithin(undefined);
    player.pause();
    if (back.current !== undefined) player.seek(back.current);
    back.current = undefined;
  };
  const show = (recipe: (draft: Design) => void, phase: Phase) => {
    const { timeS, lengthS, stage } = player.snapshot();
    back.current ??= timeS;
    store.getState().show({ trial: produce(store.getState().document, (draft) => recipe(draft as Design)) });
    const shown = stage.kind === "ready" ? stage.formats[0] : undefined;
    const arriveS = shown?.arriveS ?? 0;
    const fromS = phase === "arrive" ? 0 : phase === "leave" ? Math.max(0, lengthS - seenS) : arriveS;
    player.playWithin({ fromS, toS: phase === "stay" ? fromS + 4 : fromS + seenS });
  };
  const take = (label: string, recipe: (draft: Design) => void) => {
    end();
    store.getState().edit(label, recipe);
  };
  useEffect(() => () => store.getState().show({ trial: undefined }), [store]);
  return { show, end, take };
}
