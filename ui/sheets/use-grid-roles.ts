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
    const put = (element: Element, role: string) =>
      element.getAttribute("role") !== role && element.setAttribute("role", role);
    const tell = () => {
      const grid = root.querySelector(".dsg-container > div");
      if (!grid) return;
      put(grid, "grid");
      grid.setAttribute("aria-label", "Rows of the sheet");
      grid.setAttribute("aria-rowcount", String(rows + 1));
      grid.setAttribute("aria-colcount", String(columns + 1));
      for (const row of root.querySelectorAll(".dsg-row")) put(row, "row");
      for (const cell of root.querySelectorAll(".dsg-cell")) {
        const isHeading = cell.classList.contains("dsg-cell-header");
        const isMargin = cell.classList.contains("dsg-cell-gutter");
        put(cell, isHeading ? "columnheader" : isMargin ? "rowheader" : "gridcell");
      }
    };
    tell();
    const observer = new MutationObserver(tell);
    observer.observe(root, { childList: true, subtree: true });
    return () => observer.disconnect();
  }, [box, rows, columns]);
}
