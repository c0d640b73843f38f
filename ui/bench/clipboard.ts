"use client";
import { z } from "zod";
import { Layer } from "@/core/document/layer";
import { copiesFor } from "@/core/edit/copies";
import { removeLayers, withInner } from "@/core/edit/layers";
import { untieStrangers } from "@/core/edit/ties";
import type { BenchStore } from "./store";

/*
 * Layers travel by the system's clipboard as text, so that they can be taken to another design, another window, or
 * kept in a note. What comes back is read like any other stranger's input.
 */
const Copied = z.strictObject({ rubrick: z.literal("layers"), layers: z.array(Layer).min(1).max(500) });

const writing = (target: EventTarget | null): boolean =>
  target instanceof Element &&
  target.closest("input:not([type=checkbox], [type=range]), textarea, [contenteditable], [role=dialog]") !== null;

/** Follows the browser's own copy, cut and paste, from wherever they are asked for. */
export function followClipboard(store: BenchStore): () => void {
  const copy = (event: ClipboardEvent) => {
    const { document, chosen, edit } = store.getState();
    if (writing(event.target) || chosen.length === 0) return;
    const all = withInner(document, chosen);
    const copied: z.input<typeof Copied> = {
      rubrick: "layers",
      layers: document.layers.filter(({ id }) => all.has(id)),
    };
    event.clipboardData?.setData("text/plain", JSON.stringify(copied));
    event.preventDefault();
    if (event.type === "cut") edit("Cut", (draft) => removeLayers(draft, chosen));
  };
  const paste = (event: ClipboardEvent) => {
    if (writing(event.target)) return;
    const layers = readCopied(event.clipboardData?.getData("text/plain") ?? "");
    if (layers) pasteLayers(store, layers);
  };
  const { document } = globalThis;
  document.addEventListener("copy", copy);
  document.addEventListener("cut", copy);
  document.addEventListener("paste", paste);
  return () => {
    document.removeEventListener("copy", copy);
    document.removeEventListener("cut", copy);
    document.removeEventListener("paste", paste);
  };
}

/** The layers in a text from the clipboard; undefined when it is anything else. */
export function readCopied(text: string): readonly Layer[] | undefined {
  try {
    const read = Copied.safeParse(JSON.parse(text));
    return read.success ? read.data.layers : undefined;
  } catch {
    return undefined;
  }
}

function pasteLayers(store: BenchStore, copied: readonly Layer[]): void {
  const fresh: string[] = [];
  store.getState().edit("Paste", (draft) => {
    const copies = copiesFor(draft, copied);
    draft.layers.push(...copies);
    fresh.push(...copies.map(({ id }) => id));
    untieStrangers(draft, copies, store.getState().house);
  });
  store.getState().choose(fresh);
}
