"use client";
import { useEffect } from "react";
import { useSheetStore } from "./store";

/** Undo and redo, wherever no text is being typed. */
export function useSheetKeys(): void {
  const store = useSheetStore();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey)) return;
      const target = event.target as HTMLElement;
      // What is being typed has an undo of its own; the boxes of a grid that is only walked through are not typed in.
      if (target.closest("[role=dialog], .sheet__bar input") || target.matches(".dsg-input:focus")) return;
      const key = event.key.toLowerCase();
      const { undo, redo } = store.getState();
      if (key === "z") (event.shiftKey ? redo : undo)();
      else if (key === "y") redo();
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [store]);
}
