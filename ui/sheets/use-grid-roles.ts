"use client";
import { useEffect, type RefObject } from "react";

/**
 * Says what the parts of the grid are to whoever can't see it: the component draws boxes only. Rows come and go as they
 * are scrolled, so it is said again whenever some were drawn.
 */
export function useGridRoles(box: RefObject<HTMLElement | null>, rows: number, columns: number): void {
  useEffect(() => {
    const root = box.current;
    if (!root) return;
    const grid = root.querySelector(".dsg-container > div");
    grid?.setAttribute("role", "grid");
    grid?.setAttribute("aria-label", "Rows of the sheet");
    grid?.setAttribute("aria-rowcount", String(rows + 1));
    grid?.setAttribute("aria-colcount", String(columns + 1));
    // Reached with Tab; Escape leaves its cells, and Tab goes on from there.
    root.querySelector(".dsg-container")?.setAttribute("tabindex", "0");
    tell(root);
    const observer = new MutationObserver((changes) => {
      for (const { addedNodes } of changes) {
        for (const node of addedNodes) if (node instanceof Element) tell(node);
      }
    });
    observer.observe(root, { childList: true, subtree: true });
    return () => observer.disconnect();
  }, [box, rows, columns]);
}

/** Says what an element of the grid is, and what is in it. */
function tell(element: Element): void {
  if (!element.matches(".sheet__grid, .dsg-row, .dsg-cell")) return;
  if (element.matches(".dsg-row")) element.setAttribute("role", "row");
  if (element.matches(".dsg-cell")) return tellCell(element);
  for (const row of element.querySelectorAll(".dsg-row")) row.setAttribute("role", "row");
  for (const cell of element.querySelectorAll(".dsg-cell")) tellCell(cell);
}

function tellCell(cell: Element): void {
  const isHeading = cell.classList.contains("dsg-cell-header");
  const isMargin = cell.classList.contains("dsg-cell-gutter");
  cell.setAttribute("role", isHeading ? "columnheader" : isMargin ? "rowheader" : "gridcell");
}
