"use client";
import { useEffect } from "react";
import { nudge } from "@/core/edit/arrange";
import { duplicateLayers, groupLayers, removeLayers, ungroup } from "@/core/edit/layers";
import type { StagePlayer } from "@/ui/stage/player";
import { addCue } from "@/core/edit/cues";
import { stretchOf } from "./strip/papers";
import { followClipboard } from "./clipboard";
import { useBenchStore, type BenchStore } from "./store";

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
    const unfollow = followClipboard(store);
    return () => {
      window.removeEventListener("keydown", onKey);
      unfollow();
    };
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
    case "1":
    case "2":
    case "3":
      return () => playPhase(player, store, (["arrive", "stay", "leave"] as const)[Number(event.key) - 1]!);
    case "a":
      // The first kind of move is then one Tab away.
      return chosen.length === 0 ? undefined : () => press("[data-add-move=arrive]");
    case "c":
      return () => edit("New cue", (draft) => void addCue(draft, player.snapshot().timeS));
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

/** Jumps to a phase and plays it again and again. */
function playPhase(player: StagePlayer, store: BenchStore, phase: "arrive" | "stay" | "leave"): void {
  const { stage } = player.snapshot();
  const shown =
    stage.kind === "ready" ? stage.formats.find(({ format }) => format.id === store.getState().format) : undefined;
  if (shown) player.playWithin(stretchOf(phase, shown));
}

/** Presses a button of the page as if it were clicked, and stays with it. */
function press(selector: string): void {
  const button = globalThis.document.querySelector<HTMLElement>(selector);
  button?.scrollIntoView({ block: "center" });
  button?.focus();
  button?.click();
}
