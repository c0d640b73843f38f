"use client";
import { useState } from "react";
import type { Design } from "@/core/document/design";
import type { Layer } from "@/core/document/layer";
import type { HeldValue, Seen } from "@/core/edit/remeasure";
import { useBenchPlayer } from "../player-context";
import { useBench, useBenchStore } from "../store";

/**
 * Changes how the chosen layers are placed or measured, with all that is known of where they stand, so that they stay
 * there. Answers the change and why the last one was refused.
 */
export function useRemeasure(layer: Layer, label: string) {
  const store = useBenchStore();
  const player = useBenchPlayer();
  const format = useBench((state) => state.format);
  const [fault, setFault] = useState<string>();
  const change = (recipe: (draft: Design, id: string, seen: Seen) => string | undefined) => {
    const { stage } = player.snapshot();
    if (stage.kind !== "ready") return;
    const { chosen, onlyHere, edit } = store.getState();
    const formats = stage.formats
      .map((shown) => ({
        format: shown.format,
        boxes: new Map(shown.boxes.map(({ id, box }) => [id, box])),
        turnedRound: shown.turnedRound,
      }))
      .sort((a, b) => Number(b.format.id === format) - Number(a.format.id === format));
    let refused: string | undefined;
    const held: HeldValue[] = [];
    const onHeld = (one: HeldValue) => held.push(one);
    edit(label, (draft) => {
      for (const id of chosen.includes(layer.id) ? chosen : [layer.id]) {
        const reason = recipe(draft, id, { formats, onlyIn: onlyHere ? format : undefined, onHeld });
        if (id === layer.id) refused = reason;
      }
    });
    if (held.length > 0) store.getState().show({ held: [...store.getState().held, ...held] });
    setFault(refused);
  };
  return { change, fault };
}
