import { useSyncExternalStore } from "react";

/*
 * Work that stands nowhere but in this page, whoever holds it. Somebody who is signed out meanwhile is not sent away from
 * it, and a page that could not save is not closed without a question.
 */

const held = new Set<object>();
/** Held because it could not be sent: closing the page would lose it. */
const stuck = new Set<object>();
let isOut = false;
const listeners = new Set<() => void>();

/** Says that a saver holds changes that it sends soon. */
export const holdUnsaved = (saver: object): void => void held.add(saver);

/** Says that a saver’s changes can’t be sent just now, and that nothing else keeps them. */
export function holdStuck(saver: object): void {
  held.add(saver);
  stuck.add(saver);
  if (typeof window !== "undefined") window.addEventListener("beforeunload", ask);
}

/** Says that a saver holds nothing any more. */
export function letGo(saver: object): void {
  held.delete(saver);
  stuck.delete(saver);
}

const ask = (event: BeforeUnloadEvent): void => {
  if (stuck.size > 0) event.preventDefault();
};

/** Whoever is signed out goes to sign in, or is told so where there is work that would be lost by going. */
export function meetSignedOut(): void {
  if (typeof window === "undefined") return;
  if (held.size > 0 || isTyping()) tell(true);
  else if (location.pathname !== "/sign-in") {
    location.assign(`/sign-in?to=${encodeURIComponent(location.pathname + location.search)}`);
  }
}

/** Whether somebody is in the middle of a word that nobody holds yet. */
const isTyping = (): boolean =>
  document.activeElement?.matches("input, textarea, select, [contenteditable=true]") ?? false;

/** Something was answered again. */
export const meetSignedIn = (): void => tell(false);

function tell(out: boolean): void {
  if (isOut === out) return;
  isOut = out;
  for (const listener of listeners) listener();
}

/** Whether whoever is at this page is signed out, with work in it. */
export const useSignedOut = (): boolean =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => isOut,
    () => false,
  );
