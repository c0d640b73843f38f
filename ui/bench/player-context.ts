"use client";
import { createContext, useContext } from "react";
import type { StagePlayer } from "@/ui/stage/player";

export const PlayerContext = createContext<StagePlayer | undefined>(undefined);

/** The player of the bench's stages. */
export function useBenchPlayer(): StagePlayer {
  const player = useContext(PlayerContext);
  if (!player) throw new Error("no stage is open");
  return player;
}
