"use client";
import { useEffect } from "react";
import type { Layer } from "@/core/document/layer";
import { nudge } from "@/core/edit/arrange";
import { copyOf, duplicateLayers, groupLayers, removeLayers, ungroup, withInner } from "@/core/edit/layers";
import { freshId } from "@/core/edit/blank";
import type { StagePlayer } from "@/ui/stage/player";
import { useBenchStore, type BenchStore } from "./store";

const clipboardKey = "rubrick.clipboard";

/** Keys of the bench, wherever nothing is being written. */
export function useKeys(
  player: StagePlayer,
  open: { newLayer: () => void; guides: () => void; keys: () => void },
): void {
  const store = useBenchStore();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      const writing = target.closest(
        "input:not([type=checkbox], [type=range]), textarea, select, [contenteditable], [role=dialog], .dropdown-menu",
      );
      const command = event.ctrlKey || event.metaKey;
      const run = command ? commands(store, event) : writing ? undefined : plainKeys(store, player, open, event);
      // What is written has its own undo and clipboard.
      if (!run || (writing && command)) return;
      event.preventDefault();
      run();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [store, player, open]);
}

function commands(store: BenchStore, event: KeyboardEvent): (() => void) | undefined {
  const { edit, undo, redo, chosen, choose, document } = store.getState();
  switch (event.key.toLowerCase()) {
    case "z":
      return event.shiftKey ? redo : undo;
    case "y":
      return redo;
    case "a":
      return () => choose(document.layers.filter(({ in: group }) => group === undefined).map(({ id }) => id));
    case "d":
      return () => {
        let copies: string[] = [];
        edit("Duplicate", (draft) => void (copies = duplicateLayers(draft, chosen)));
        if (copies.length > 0) choose(copies);
      };
    case "g":
      return () => {
        let next: string[] = [];
        if (event.shiftKey)
          edit("Take the group apart", (draft) => void (next = chosen.flatMap((id) => ungroup(draft, id))));
        else {
          edit("Group", (draft) => {
            const id = groupLayers(draft, chosen);
            next = id ? [id] : [];
          });
        }
        if (next.length > 0) choose(next);
      };
    case "c":
    case "x":
      return () => {
        copyLayers(document.layers, chosen);
        if (event.key.toLowerCase() === "x") edit("Cut", (draft) => removeLayers(draft, chosen));
      };
    case "v":
      return () => pasteLayers(store);
    default:
      return undefined;
  }
}

function plainKeys(
  store: BenchStore,
  player: StagePlayer,
  open: { newLayer: () => void; guides: () => void; keys: () => void },
  event: KeyboardEvent,
): (() => void) | undefined {
  const target = event.target as HTMLElement;
  const { edit, chosen, choose, document, format, onlyHere, show, pointing, house } = store.getState();
  const step = (by: number) => () => {
    const ids = house.formats.map(({ id }) => id).filter((id) => document.formats.includes(id));
    show({ format: ids[(ids.indexOf(format) + by + ids.length) % ids.length]! });
  };
  const arrows: Record<string, readonly ["width" | "height", 1 | -1]> = {
    ArrowLeft: ["width", -1],
    ArrowRight: ["width", 1],
    ArrowUp: ["height", -1],
    ArrowDown: ["height", 1],
  };
  const arrow = arrows[event.key];
  if (arrow && chosen.length > 0 && !event.altKey && !target.closest("[role=radiogroup], [role=slider]")) {
    const by = arrow[1] * (event.shiftKey ? 1 : 0.1);
    return () =>
      edit(
        "Nudge",
        (draft) => {
          for (const id of chosen) nudge(draft, id, arrow[0], by, format, onlyHere);
        },
        `nudge ${chosen.join()}`,
      );
  }
  switch (event.key) {
    case " ":
      return target.closest("button, a, label") ? undefined : () => player.toggle();
    case ",":
      return () => player.step(-1);
    case ".":
      return () => player.step(1);
    case "[":
      return step(-1);
    case "]":
      return step(1);
    case "g":
      return open.guides;
    case "n":
      return open.newLayer;
    case "?":
      return open.keys;
    case "Delete":
    case "Backspace":
      return chosen.length === 0 ? undefined : () => edit("Take away", (draft) => removeLayers(draft, chosen));
    case "Escape":
      // What lies over the bench is closed first.
      if (globalThis.document.querySelector(".popover, .modal, .dropdown-menu.show")) return undefined;
      return pointing ? () => show({ pointing: undefined }) : () => choose([]);
    default:
      return undefined;
  }
}

/** Kept in this browser, so that layers can be taken to another design. */
function copyLayers(layers: readonly Layer[], chosen: readonly string[]): void {
  const all = withInner({ layers } as never, chosen);
  try {
    localStorage.setItem(clipboardKey, JSON.stringify(layers.filter(({ id }) => all.has(id))));
  } catch {
    // A full or forbidden store: there is simply nothing to paste.
  }
}

function pasteLayers(store: BenchStore): void {
  let copied: Layer[];
  try {
    copied = JSON.parse(localStorage.getItem(clipboardKey) ?? "[]") as Layer[];
  } catch {
    return;
  }
  if (copied.length === 0) return;
  const fresh: string[] = [];
  store.getState().edit("Paste", (draft) => {
    const taken = new Set(draft.layers.map(({ id }) => id));
    const moves = new Set(draft.layers.flatMap((layer) => layer.moves.map(({ id }) => id)));
    const renamed = new Map<string, string>();
    for (const { id } of copied) {
      const next = freshId(id, taken);
      taken.add(next);
      renamed.set(id, next);
    }
    for (const layer of copied) {
      const copy = copyOf(layer, renamed, moves);
      // Ties to what did not come along would lead nowhere.
      if (copy.in !== undefined && !taken.has(copy.in)) delete copy.in;
      if (
        copy.place.on !== "group" &&
        /^[a-z0-9-]+$/.test(copy.place.on) &&
        !taken.has(copy.place.on) &&
        !areas.has(copy.place.on)
      ) {
        copy.place = { ...copy.place, on: "format" };
      }
      copy.mattes = copy.mattes.filter((matte) => taken.has(matte.layer));
      if (copy.showIf && !draft.fields.some(({ id }) => id === copy.showIf?.field)) delete copy.showIf;
      draft.layers.push(copy);
      fresh.push(copy.id);
    }
  });
  store.getState().choose(fresh);
}

const areas = new Set(["format", "title-safe", "action-safe", "clear"]);
