"use client";
import { orderDeeds } from "@/core/facts/order";
import { orderWords } from "@/core/order/findings";
import { Notice } from "@/ui/parts/Notice";
import type { PlacedParts } from "@/ui/stage/protocol";
import { nameOfEntry } from "./names";
import { useOrder, useOrderStore } from "./store";

const mostShown = 6;

/** What is to be said of the order; pressed, it opens the graphic that it is about. */
export function OrderFindings({ placed }: { placed: PlacedParts | undefined }) {
  const store = useOrderStore();
  const entries = useOrder((state) => state.document.entries);
  const releases = useOrder((state) => state.releases);
  if (!placed || placed.issues.length === 0) return null;
  const nameOf = (id: string) => {
    const entry = entries.find((one) => one.id === id);
    return entry ? nameOfEntry(entry, releases) : "a graphic";
  };
  return (
    <div className="order__findings" role="status">
      {placed.issues.slice(0, mostShown).map((issue) => (
        <Notice key={JSON.stringify(issue)} weight={issue.code === "order_entry" ? "stop" : "warn"}>
          {orderWords(issue, nameOf)}{" "}
          <button
            data-help={orderDeeds.openEntry.help}
            type="button"
            className="chip"
            onClick={() => store.getState().choose(issue.entry)}
          >
            {orderDeeds.openEntry.label}
          </button>
        </Notice>
      ))}
      {placed.issues.length > mostShown && <p className="quiet m-0">and {placed.issues.length - mostShown} more.</p>}
    </div>
  );
}
