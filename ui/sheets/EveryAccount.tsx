"use client";
import { everyAccount } from "@/core/sheets/every-account";
import { newRowId, useSheet, useSheetStore } from "./store";

/** A row for each account that has none yet, where a design has a field for one. */
export function EveryAccount() {
  const store = useSheetStore();
  const rows = useSheet((state) => state.rows);
  const { document: design, house } = useSheet((state) => state.view.desk);
  if (!design.fields.some(({ kind }) => kind === "account")) return null;
  const missing = () => everyAccount(design, house, rows, newRowId);
  const none = missing().length === 0;
  return (
    <button
      type="button"
      className="tool"
      disabled={none}
      title={none ? "Every account has its row" : "A row for each account that has none yet"}
      onClick={() => store.getState().edit("A row for every account", { add: missing() })}
    >
      Every account
    </button>
  );
}
