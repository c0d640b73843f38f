"use client";
import { useSyncExternalStore } from "react";

const asked = "(prefers-reduced-motion: reduce)";

function listen(changed: () => void): () => void {
  const query = matchMedia(asked);
  query.addEventListener("change", changed);
  return () => query.removeEventListener("change", changed);
}

/** Whether somebody has asked their system for less motion: then nothing plays by itself. */
export const useStill = (): boolean =>
  useSyncExternalStore(
    listen,
    () => matchMedia(asked).matches,
    () => false,
  );
