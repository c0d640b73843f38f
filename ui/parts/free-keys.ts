"use client";
import { useEffect } from "react";

/** What lies over a screen and has keys of its own. */
export const elsewhere = "[role=dialog], .dropdown-menu, .popover";

/** What keeps the focus after a choice, and with it the keys. */
const choices = "select, input[type=checkbox], input[type=range], input[type=radio]";

/**
 * After a press or a choice with the mouse the keys belong to the screen again; whoever goes by keys keeps their place.
 * Answers what ends it.
 */
export function freeKeys(): () => void {
  let byPointer = false;
  const keyed = () => void (byPointer = false);
  const pointed = () => void (byPointer = true);
  const chose = (event: Event) => {
    if (!byPointer) return;
    const control = (event.target as HTMLElement).closest<HTMLElement>(choices);
    if (control && !control.closest(elsewhere)) setTimeout(() => control.blur());
  };
  const pressed = (event: MouseEvent) => {
    const control = (event.target as HTMLElement).closest<HTMLElement>("button, input[type=radio]");
    // What has keys of its own keeps them.
    const free = control && !control.closest(`${elsewhere}, [aria-keyshortcuts]`);
    if (event.detail > 0 && free) setTimeout(() => control.blur());
  };
  window.addEventListener("keydown", keyed, true);
  window.addEventListener("pointerdown", pointed, true);
  window.addEventListener("change", chose);
  window.addEventListener("click", pressed);
  return () => {
    window.removeEventListener("keydown", keyed, true);
    window.removeEventListener("pointerdown", pointed, true);
    window.removeEventListener("change", chose);
    window.removeEventListener("click", pressed);
  };
}

/** Keys of a screen, wherever nothing is being written or pressed. `onKey` answers whether the key was one of its own. */
export function useScreenKeys(onKey: (event: KeyboardEvent) => boolean): void {
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (target.closest(`input, textarea, select, button, a, ${elsewhere}`)) return;
      if (onKey(event)) event.preventDefault();
    };
    window.addEventListener("keydown", hear);
    const held = freeKeys();
    return () => {
      window.removeEventListener("keydown", hear);
      held();
    };
  }, [onKey]);
}
