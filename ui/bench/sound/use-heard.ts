"use client";
import { useEffect } from "react";
import type { StagePlayer } from "@/ui/stage/player";
import { useBench } from "../store";
import { HeardSound, loadSound } from "./heard";

/** Lets the design's sound be heard while the stage plays. */
export function useHeardSound(player: StagePlayer): void {
  const sound = useBench((state) => state.document.sound);
  const hash = useBench((state) => state.house.sounds.find(({ id }) => id === state.document.sound?.sound)?.hash);
  useEffect(() => {
    if (!sound || !hash) return;
    let live = true;
    // A sound that can't be loaded is told of where it is chosen; the stage plays without it.
    loadSound(hash).then(
      (buffer) => live && player.hear(new HeardSound(buffer, sound)),
      () => undefined,
    );
    return () => {
      live = false;
      player.hear(undefined);
    };
  }, [player, sound, hash]);
}
