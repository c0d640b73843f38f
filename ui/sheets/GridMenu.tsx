"use client";
import { useEffect } from "react";
import type { ContextMenuComponentProps, ContextMenuItem } from "react-datasheet-grid";

function wordsOf(item: ContextMenuItem): string {
  const rows = "fromRow" in item ? item.toRow - item.fromRow + 1 : 1;
  switch (item.type) {
    case "INSERT_ROW_BELLOW":
      return "New row below";
    case "DUPLICATE_ROW":
      return "Copy the row below";
    case "DUPLICATE_ROWS":
      return `Copy ${rows} rows below`;
    case "DELETE_ROW":
      return "Remove the row";
    case "DELETE_ROWS":
      return `Remove ${rows} rows`;
    case "COPY":
      return "Copy";
    case "CUT":
      return "Cut";
    case "PASTE":
      return "Paste";
  }
}

/** What may be done with the cells that are chosen. */
export function GridMenu({ clientX, clientY, items, close }: ContextMenuComponentProps) {
  useEffect(() => {
    const away = (event: MouseEvent) => !(event.target as HTMLElement).closest(".sheet-menu") && close();
    document.addEventListener("mousedown", away);
    return () => document.removeEventListener("mousedown", away);
  }, [close]);
  return (
    <div className="sheet-menu dropdown-menu show" style={{ left: clientX, top: clientY }} role="menu">
      {items.map((item) => (
        <button
          key={item.type}
          type="button"
          role="menuitem"
          className="dropdown-item"
          onClick={() => {
            item.action();
            close();
          }}
        >
          {wordsOf(item)}
        </button>
      ))}
    </div>
  );
}
