import { useEffect, useRef } from "react";

/** Undo and redo by their keys, wherever nothing is being written. */
export function useUndoKeys(undo: () => void, redo: () => void): void {
  const latest = useRef({ undo, redo });
  useEffect(() => {
    latest.current = { undo, redo };
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
      const target = event.target as HTMLElement;
      if (target.closest("textarea, select, input:not([type=color], [type=checkbox], [type=radio])")) return;
      event.preventDefault();
      if (event.shiftKey) latest.current.redo();
      else latest.current.undo();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}
