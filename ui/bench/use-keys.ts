"use client";
import { useEffect } from "react";
import { nudge } from "@/core/edit/arrange";
import { stepLayer } from "@/core/edit/layers";
import { elsewhere, freeKeys } from "@/ui/parts/free-keys";
import { followClipboard } from "./clipboard";
import type { Workplace } from "./command";
import { commandFor } from "./commands";
import type { StageView } from "./stage/stage-view";

/** Where words and numbers are written. */
const boxes = "input:not([type=checkbox], [type=range], [type=radio]), textarea, [contenteditable]";
/** What Space presses. */
const pressable = "button, a, label, [role=treeitem]";
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
export function useKeys(place: Workplace, view: StageView): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      const box = target.closest<HTMLElement>(boxes);
      const command = event.ctrlKey || event.metaKey;
      const list = target.closest<HTMLElement>("select, input[type=range], input[type=radio]");
      if ((event.key === "Enter" || event.key === "Escape") && (list || (box && !box.matches("textarea")))) {
        // The box itself has dealt with it by then.
        setTimeout(() => (box ?? list)!.blur());
        return;
      }
      // A list or slider keeps the keys that move through it, and nothing else.
      if (list && listKeys.has(event.key)) return;
      if (target.closest(elsewhere)) return;
      if (event.key === " " && !box && !target.closest(pressable)) {
        event.preventDefault();
        // Played when it is let go, unless it has moved the picture about meanwhile.
        view.space ??= { pulled: false };
        return;
      }
      const run = box && !command ? undefined : plainKey(place, event);
      if (!run) return;
      // What is being typed has an undo and a clipboard of its own; a box that was only entered has not.
      if (box && command && (event.key.toLowerCase() !== "z" || typing.has(box))) return;
      event.preventDefault();
      run();
    };
    const onKeyUp = (event: KeyboardEvent) => {
      if (event.key !== " " || !view.space) return;
      const { pulled } = view.space;
      view.space = undefined;
      if (!pulled) place.player.toggle();
    };
    const typed = (event: Event) => typing.add(event.target as HTMLElement);
    const left = (event: FocusEvent) => typing.delete(event.target as HTMLElement);
    window.addEventListener("input", typed);
    window.addEventListener("focusout", left);
    window.addEventListener("keydown", onKey);
    window.addEventListener("keyup", onKeyUp);
    const unfollow = followClipboard(place.store);
    const held = freeKeys();
    return () => {
      window.removeEventListener("keydown", onKey);
      window.removeEventListener("keyup", onKeyUp);
      window.removeEventListener("input", typed);
      window.removeEventListener("focusout", left);
      unfollow();
      held();
    };
  }, [place, view]);
}

/** What a press means where nothing is written and no list is gone through. */
function plainKey(place: Workplace, event: KeyboardEvent): (() => void) | undefined {
  const target = event.target as HTMLElement;
  const state = place.store.getState();
  const { edit, chosen, show, pointing, format, onlyHere } = state;
  const arrow = arrows[event.key];
  // The order of the layers, wherever the pointer was last: painting goes from bottom to top.
  if (arrow?.[0] === "height" && event.altKey && chosen.length > 0) {
    const by = arrow[1] === -1 ? 1 : -1;
    const inOrder = state.document.layers.filter(({ id }) => chosen.includes(id)).map(({ id }) => id);
    return () =>
      edit("Order", (draft) => {
        for (const id of by > 0 ? [...inOrder].reverse() : inOrder) stepLayer(draft, id, by);
      });
  }
  if (
    arrow &&
    chosen.length > 0 &&
    !event.altKey &&
    !target.closest("[role=radiogroup], [role=slider], [role=separator]")
  ) {
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
  if (event.key === "Escape") {
    // What lies over the bench is closed first.
    if (globalThis.document.querySelector(".popover, .modal, .dropdown-menu.show")) return undefined;
    if (pointing) return () => show({ pointing: undefined });
  }
  const command = commandFor(event);
  return command && (command.can?.(state) ?? true) ? () => command.run(place) : undefined;
}

const arrows: Readonly<Record<string, readonly ["width" | "height", 1 | -1]>> = {
  ArrowLeft: ["width", -1],
  ArrowRight: ["width", 1],
  ArrowUp: ["height", -1],
  ArrowDown: ["height", 1],
};
