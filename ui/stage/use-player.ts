"use client";
import { useEffect, useState, useSyncExternalStore } from "react";
import type { Fps } from "@/core/document/fps";
import { StagePlayer } from "./player";
import type { PlayerView, StageOrder, StageScene } from "./view";

const previewFps: Fps = { num: 60, den: 1 };

/** A player that shows the scene, again whenever it changes; whoever needs to know what it shows asks by `usePlayerView`. */
export function useStagePlayer(scene: StageScene | StageOrder | undefined, light = false): StagePlayer {
  const [player] = useState(() => new StagePlayer(previewFps, light));
  useEffect(() => {
    if (scene) player.show(scene);
  }, [player, scene]);
  useEffect(() => () => player.dispose(), [player]);
  return player;
}

/** A part of what a player shows; `read` gives the same value for the same part, so that only its changes are seen. */
export function usePlayerView<T>(player: StagePlayer, read: (view: PlayerView) => T): T {
  const part = () => read(player.snapshot());
  return useSyncExternalStore(player.subscribe, part, part);
}

/** A player and all that it shows, for screens that follow every frame. */
export function usePlayer(
  scene: StageScene | StageOrder | undefined,
  light = false,
): { player: StagePlayer; view: PlayerView } {
  const player = useStagePlayer(scene, light);
  return { player, view: usePlayerView(player, whole) };
}

const whole = (view: PlayerView): PlayerView => view;
