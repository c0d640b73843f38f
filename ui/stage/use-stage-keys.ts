"use client";
import { useCallback } from "react";
import { useScreenKeys } from "@/ui/parts/free-keys";
import type { StagePlayer } from "./player";

/** Space plays, comma and full stop go by frames, and G shows the safe areas where there are any to show. */
export function useStageKeys(player: StagePlayer, onGuides?: () => void): void {
  useScreenKeys(
    useCallback(
      ({ key }) => {
        if (key === " ") player.toggle();
        else if (key === ",") player.step(-1);
        else if (key === ".") player.step(1);
        else if (key === "g" && onGuides) onGuides();
        else return false;
        return true;
      },
      [player, onGuides],
    ),
  );
}
