"use client";
import { z } from "zod";
import { KeyTrack } from "@/core/document/keys";
import type { Layer } from "@/core/document/layer";
import { Move } from "@/core/document/move";
import { carried, putKeys, putMoves } from "@/core/edit/moves";
import { keepCopied, readCopied } from "../carried";
import type { BenchStore } from "../store";

const place = "rubrick.motion";
const Carried = z.object({ moves: z.array(Move).max(32), keys: z.array(KeyTrack).max(32) });

/** Keeps a layer's whole motion, its moves and its keys, also for other designs. */
export const copyMotion = (layer: Layer): void => keepCopied(place, { moves: carried(layer), keys: layer.keys });

/** Puts the motion that was copied on layers, in place of their moves of the same phases and keys of the same things. */
export function pasteMotion(store: BenchStore, layers: readonly string[]): void {
  const motion = readCopied(place, Carried);
  if (!motion) return;
  store.getState().edit("Paste motion", (draft) => {
    if (motion.moves.length > 0) {
      putMoves(
        draft,
        layers.map((layer) => ({ layer, moves: motion.moves })),
      );
    }
    for (const layer of layers) putKeys(draft, layer, motion.keys);
  });
}
