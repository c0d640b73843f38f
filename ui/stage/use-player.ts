"use client";
import { useEffect, useState, useSyncExternalStore } from "react";
import type { Fps } from "@/core/document/fps";
import { StagePlayer, type PlayerView, type StageScene } from "./player";

const previewFps: Fps = { num: 60, den: 1 };

/** A player that shows the scene, again whenever it changes. */
export function usePlayer(scene: StageScene | undefined, light = false): { player: StagePlayer; view: PlayerView } {
  const [player] = useState(() => new StagePlayer(previewFps, light));
  const view = useSyncExternalStore(player.subscribe, player.snapshot, player.snapshot);
  useEffect(() => {
    if (scene) player.show(scene);
  }, [player, scene]);
  useEffect(() => () => player.dispose(), [player]);
  return { player, view };
}
