"use client";
import { z } from "zod";
import type { Layer } from "@/core/document/layer";
import { Move } from "@/core/document/move";
import { carried, putMoves } from "@/core/edit/moves";
import type { BenchStore } from "../store";

const place = "rubrick.motion";

/** Keeps a layer's whole motion, also for other designs. */
export function copyMotion(layer: Layer): void {
  try {
    localStorage.setItem(place, JSON.stringify(carried(layer)));
  } catch {
    // A full or forbidden store: there is simply nothing to paste.
  }
}

/** Puts the motion that was copied on layers, in place of their moves of the same phases. */
export function pasteMotion(store: BenchStore, layers: readonly string[]): void {
  const moves = readCarried();
  if (moves.length === 0) return;
  store.getState().edit("Put the copied motion here", (draft) => {
    putMoves(
      draft,
      layers.map((layer) => ({ layer, moves })),
    );
  });
}

function readCarried(): readonly Move[] {
  try {
    const read = z
      .array(Move)
      .max(32)
      .safeParse(JSON.parse(localStorage.getItem(place) ?? "[]"));
    return read.success ? read.data : [];
  } catch {
    return [];
  }
}
