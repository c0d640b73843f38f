"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useEffect, useState } from "react";
import { OrderView } from "@/contract/orders";
import { call } from "@/ui/parts/api";
import { useEvents } from "@/ui/parts/events";
import { Notice } from "@/ui/parts/Notice";
import { OrderPage } from "./OrderPage";
import { createOrder, OrderContext, type OrderStore } from "./store";

/** Fetches a running order and opens it. */
export function OrderDesk({ orderId }: { orderId: string }) {
  const order = useQuery({
    queryKey: ["order", orderId],
    queryFn: () => call(`/api/orders/${orderId}`, OrderView),
    // From then on changes are heard of one by one.
    staleTime: Infinity,
    gcTime: 0,
  });
  if (order.data) return <OpenOrder view={order.data} />;
  return (
    <main className="page">
      {order.error ? (
        <>
          <Notice weight="stop">{order.error.message}</Notice>
          <Link href="/orders">Back to the running orders</Link>
        </>
      ) : (
        <p className="quiet">Loading the running order …</p>
      )}
    </main>
  );
}

function OpenOrder({ view }: { view: OrderView }) {
  const [store] = useState(() => createOrder(view));
  useKept(store);
  return (
    <OrderContext.Provider value={store}>
      <OrderPage />
    </OrderContext.Provider>
  );
}

/** Hears what others change, and saves what is left when the page goes away. */
function useKept(store: OrderStore): void {
  const { id } = store.getState();
  useEvents([`order:${id}`], (event) => {
    // Of one's own changes one knows.
    if (event !== "reset" && Number(event.body.revision) <= store.getState().revision) return;
    void call(`/api/orders/${id}`, OrderView).then(
      (view) => store.getState().take(view),
      // Heard of again with the next change.
      () => undefined,
    );
  });
  useEffect(() => {
    const leave = () => store.getState().leave();
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      leave();
    };
  }, [store]);
}
