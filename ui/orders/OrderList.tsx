"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Button, Form, Modal, Table } from "react-bootstrap";
import { z } from "zod";
import { OrderList as ListShape, OrderMade, type OrderCard } from "@/contract/orders";
import { orderDeeds } from "@/core/facts/order";
import { call } from "@/ui/parts/api";
import { writeDate } from "@/ui/parts/dates";
import { Notice } from "@/ui/parts/Notice";
import { Pager } from "@/ui/parts/Pager";
import { PaperDialog } from "@/ui/parts/PaperDialog";

/** Running orders of the house, those changed last first. */
export function OrderList() {
  const [page, setPage] = useState(1);
  const [search, setSearch] = useState("");
  const [naming, setNaming] = useState<OrderCard | "new">();
  const list = useQuery({
    queryKey: ["orders", page, search],
    queryFn: () => call(`/api/orders?${new URLSearchParams({ page: String(page), search })}`, ListShape),
    placeholderData: (before) => before,
  });
  const [away, setAway] = useState<OrderCard>();
  const [fault, setFault] = useState<string>();
  const move = async (order: OrderCard, to: "remove" | "restore") => {
    setFault(undefined);
    try {
      await call(`/api/orders/${order.id}/${to}`, z.null(), {});
      setAway(to === "remove" ? order : undefined);
    } catch (error) {
      setFault((error as Error).message);
    }
    await list.refetch();
  };
  const orders = list.data?.orders ?? [];
  return (
    <main className="page">
      <div className="page__head">
        <h1>Running orders</h1>
        <p>Several graphics one after another, as one film or live.</p>
        <div className="align-items-center d-flex gap-12">
          <Button data-help={orderDeeds.newOrder.help} onClick={() => setNaming("new")}>
            {orderDeeds.newOrder.label}
          </Button>
          <Form.Control
            data-help={orderDeeds.findOrder.help}
            type="search"
            size="sm"
            className="sheet__find"
            placeholder="Find by name"
            aria-label={orderDeeds.findOrder.label}
            value={search}
            onChange={(event) => {
              setSearch(event.target.value.slice(0, 80));
              setPage(1);
            }}
          />
        </div>
      </div>
      {(fault ?? list.error?.message) && <Notice weight="stop">{fault ?? list.error?.message}</Notice>}
      {away && (
        <Notice weight="note">
          “{away.name}” is archived.{" "}
          <button
            data-help={orderDeeds.restoreOrder.help}
            type="button"
            className="chip"
            onClick={() => void move(away, "restore")}
          >
            {orderDeeds.restoreOrder.label}
          </button>
        </Notice>
      )}
      {list.data && orders.length === 0 && (
        <Notice weight="note">
          {search === ""
            ? "There are no running orders yet. Create one and add graphics to it."
            : "No running order matches."}
        </Notice>
      )}
      {orders.length > 0 && (
        <Table size="sm" className="order-list">
          <thead>
            <tr>
              {["Name", "Graphics", "Changed", ""].map((name) => (
                <th key={name} scope="col">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {orders.map((order) => (
              <OrderRow
                key={order.id}
                order={order}
                onCopy={() => setNaming(order)}
                onAway={() => void move(order, "remove")}
              />
            ))}
          </tbody>
        </Table>
      )}
      <Pager
        onNewer={page > 1 ? () => setPage(page - 1) : undefined}
        onOlder={list.data?.more ? () => setPage(page + 1) : undefined}
      />
      {naming && <NameDialog of={naming === "new" ? undefined : naming} onClose={() => setNaming(undefined)} />}
    </main>
  );
}

function OrderRow({ order, onCopy, onAway }: { order: OrderCard; onCopy: () => void; onAway: () => void }) {
  return (
    <tr>
      <td>
        <Link href={`/orders/${order.id}`} className="font-serif fs-15 text-body">
          {order.name}
        </Link>
      </td>
      <td className="figures">{order.entries}</td>
      <td className="quiet">
        {writeDate(order.changedAt)}
        {order.changedBy && `, ${order.changedBy}`}
      </td>
      <td className="text-end">
        <button data-help={orderDeeds.copyOrder.help} type="button" className="chip" onClick={onCopy}>
          {orderDeeds.copyOrder.label}
        </button>{" "}
        <button data-help={orderDeeds.archiveOrder.help} type="button" className="chip" onClick={onAway}>
          {orderDeeds.archiveOrder.label}
        </button>
      </td>
    </tr>
  );
}

function NameDialog({ of, onClose }: { of: OrderCard | undefined; onClose: () => void }) {
  const router = useRouter();
  const [name, setName] = useState(of ? `${of.name}, copy` : "");
  const [fault, setFault] = useState<string>();
  const make = async () => {
    try {
      const { id } = await call("/api/orders", OrderMade, { name, ...(of && { copyOf: of.id }) });
      router.push(`/orders/${id}`);
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return (
    <PaperDialog title={of ? `Copy “${of.name}”` : "New running order"} onClose={onClose}>
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          void make();
        }}
      >
        <Modal.Body>
          <Form.Label htmlFor="order-name">Name</Form.Label>
          <Form.Control
            id="order-name"
            autoFocus
            maxLength={120}
            placeholder="Moth Night, first evening"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          {fault && <Notice weight="stop">{fault}</Notice>}
        </Modal.Body>
        <Modal.Footer>
          <Button type="submit" disabled={name.trim() === ""}>
            {of ? "Copy" : "Create"}
          </Button>
        </Modal.Footer>
      </Form>
    </PaperDialog>
  );
}
