"use client";
import { useEffect } from "react";
import { nudge } from "@/core/edit/arrange";
import { duplicateLayers, groupLayers, removeLayers, ungroup } from "@/core/edit/layers";
import type { StagePlayer } from "@/ui/stage/player";
import { addCue } from "@/core/edit/cues";
import { stretchOf } from "./strip/papers";
import { followClipboard } from "./clipboard";
import { useBenchStore, type BenchStore } from "./store";

/** Where words and numbers are written. */
const boxes = "input:not([type=checkbox], [type=range], [type=radio]), textarea, [contenteditable]";
/** What lies over the bench and has keys of its own. */
const elsewhere = "[role=dialog], .dropdown-menu, .popover";
const listKeys: ReadonlySet<string> = new Set([
  "ArrowUp",
  "ArrowDown",
  "ArrowLeft",
  "ArrowRight",
  "Home",
  "End",
  "PageUp",
  "PageDown",
  "Tab",
]);
/** Boxes in which something has been typed since they were entered. */
const typing = new WeakSet<HTMLElement>();

/** Keys of the bench, wherever nothing is being written. */
export function useKeys(
  player: StagePlayer,
  open: { newLayer: () => void; guides: () => void; keys: () => void },
): void {
  const store = useBenchStore();
  useEffect(() => {
    // Whoever goes by keys keeps their place; whoever chose with the mouse is done with the list.
    let byPointer = false;
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      const box = target.closest<HTMLElement>(boxes);
      const command = event.ctrlKey || event.metaKey;
      const list = target.closest<HTMLElement>("select, input[type=range], input[type=radio]");
      byPointer = false;
      if ((event.key === "Enter" || event.key === "Escape") && (list || (box && !box.matches("textarea")))) {
        // The box itself has dealt with it by then.
        setTimeout(() => (box ?? list)!.blur());
        return;
      }
      // A list or slider keeps the keys that move through it, and nothing else.
      if (list && listKeys.has(event.key)) return;
      if (target.closest(elsewhere)) return;
      const run = command ? commands(store, event) : box ? undefined : plainKeys(store, player, open, event);
      if (!run) return;
      // What is being typed has an undo and a clipboard of its own; a box that was only entered has not.
      if (box && command && (event.key.toLowerCase() !== "z" || typing.has(box))) return;
      event.preventDefault();
      run();
    };
    const typed = (event: Event) => typing.add(event.target as HTMLElement);
    const left = (event: FocusEvent) => typing.delete(event.target as HTMLElement);
    // After a choice with the mouse the keys belong to the design again.
    const pointed = () => void (byPointer = true);
    const chose = (event: Event) => {
      if (!byPointer) return;
      const control = (event.target as HTMLElement).closest<HTMLElement>(
        "select, input[type=checkbox], input[type=range], input[type=radio]",
      );
      if (control && !control.closest(elsewhere)) setTimeout(() => control.blur());
    };
    const pressed = (event: MouseEvent) => {
      const button = (event.target as HTMLElement).closest<HTMLElement>("button");
      if (event.detail > 0 && button && !button.closest(elsewhere)) setTimeout(() => button.blur());
    };
    window.addEventListener("input", typed);
    window.addEventListener("focusout", left);
    window.addEventListener("pointerdown", pointed, true);
    window.addEventListener("change", chose);
    window.addEventListener("click", pressed);
    window.addEventListener("keydown", onKey);
    const unfollow = followClipboard(store);
    return () => {
      window.removeEventListener("keydown", onKey);
      window.removeEventListener("input", typed);
      window.removeEventListener("focusout", left);
      window.removeEventListener("pointerdown", pointed, true);
      window.removeEventListener("change", chose);
      window.removeEventListener("click", pressed);
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
      return target.closest("button, a, label, [role=treeitem]") ? undefined : () => player.toggle();
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
      return chosen.length === 0 ? undefined : () => show({ adding: "arrive" });
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
