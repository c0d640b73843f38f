"use client";
import { useEffect, useState } from "react";
import type { Issue } from "@/core/issue";
import type { StagePlayer } from "@/ui/stage/player";
import type { StageState } from "@/ui/stage/view";

type Found = readonly { readonly format: string; readonly issues: readonly Issue[] }[];

/** Typing goes on undisturbed; a pause this long is looked at. */
const restMs = 500;
const nothing: Found = [];

/** What the checks find about the row on the stage, a moment after it was last changed. */
export function useRowChecks(player: StagePlayer, stage: StageState): { found: Found; rested: boolean } {
  const formats = stage.kind === "ready" ? stage.formats : undefined;
  const [checked, setChecked] = useState<{ readonly formats: unknown; readonly found: Found }>();
  useEffect(() => {
    if (!formats) return;
    let live = true;
    const timer = setTimeout(() => {
      player.check("row").then(
        (found) => live && setChecked({ formats, found }),
        // A worker that died is told of by the stage; what is shown next is looked at again.
        () => undefined,
      );
    }, restMs);
    return () => {
      live = false;
      clearTimeout(timer);
    };
  }, [player, formats]);
  const rested = checked !== undefined && checked.formats === formats;
  return { found: rested ? checked.found : nothing, rested };
}
