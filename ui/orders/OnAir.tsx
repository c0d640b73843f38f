"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { z } from "zod";
import { JobAnswer } from "@/contract/exports";
import { LiveCards, LiveLinkMade, LiveMade, LiveNow, type LiveCard } from "@/contract/live";
import type { Format } from "@/core/document/format";
import { orderDeeds, orderFacts } from "@/core/facts/order";
import { call } from "@/ui/parts/api";
import { CopyAddress } from "@/ui/parts/CopyAddress";
import { writeDate } from "@/ui/parts/dates";
import { jobEnded } from "@/ui/parts/jobs";
import { Notice } from "@/ui/parts/Notice";
import { useEvents } from "@/ui/parts/events";
import { ScheduleForm } from "./ScheduleForm";
import { useOrder, useOrderStore } from "./store";

/** Live pages of this order: what they show, when, and the links that open them. */
export function OnAir({ formats, showingS }: { formats: readonly Format[]; showingS: number | undefined }) {
  const store = useOrderStore();
  const { id } = store.getState();
  const pages = useQuery({ queryKey: ["live", id], queryFn: () => call(`/api/orders/${id}/live`, LiveCards) });
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string>();
  const list = pages.data?.pages ?? [];
  useEvents(
    list.map((page) => `live:${page.id}`),
    () => void pages.refetch(),
  );
  const doing = async (work: () => Promise<unknown>) => {
    setBusy(true);
    setFault(undefined);
    try {
      // What goes to the air is what is kept.
      await store.getState().flush();
      await work();
      await pages.refetch();
    } catch (error) {
      setFault((error as Error).message);
    }
    setBusy(false);
  };
  return (
    <div className="on-air">
      <p className="quiet mt-12">
        A live page is transparent and plays this order over a stream, on a schedule or on demand, under its own link.
      </p>
      {(fault ?? pages.error?.message) && <Notice weight="stop">{fault ?? pages.error?.message}</Notice>}
      {list.map((page) => (
        <PageCard key={page.id} {...{ page, busy, showingS }} doing={(work) => void doing(work)} />
      ))}
      <NewPage
        formats={formats}
        busy={busy}
        onMake={(name, format) =>
          void doing(async () => ended((await call(`/api/orders/${id}/live`, LiveMade, { name, format })).job))
        }
      />
    </div>
  );
}

/** Waits for a worker; throws in its words where it could not. */
async function ended(job: string): Promise<void> {
  const { state, error } = await jobEnded(job);
  if (state !== "done") throw new Error(error ?? "This failed. Try again.");
}

type Doing = (work: () => Promise<unknown>) => void;

function PageCard(props: { page: LiveCard; busy: boolean; showingS: number | undefined; doing: Doing }) {
  const { page, busy, showingS, doing } = props;
  const store = useOrderStore();
  const { id: order } = store.getState();
  const path = `/api/live/${page.id}`;
  const air = (when: "next" | "now") => doing(async () => ended((await call(`${path}/air`, JobAnswer, { when })).job));
  return (
    <section className="on-air__page" aria-label={page.name}>
      <h3 className="font-serif">
        {page.name} <small className="quiet">{page.format}</small>
      </h3>
      <p className="m-0">
        <Link href={`/orders/${order}/remote/${page.id}`}>Open the remote</Link> ·{" "}
        <Link href={`/receivers/stream-mixer?live=${page.id}`}>Open a simulated mixer</Link>
      </p>
      <Brought page={page} />
      <div className="d-flex flex-wrap gap-8">
        <Button size="sm" disabled={busy} data-help={orderFacts.putOnAir.help} onClick={() => air("next")}>
          {orderFacts.putOnAir.label}
        </Button>
        <Button
          size="sm"
          variant="outline-secondary"
          disabled={busy}
          data-help={orderFacts.replaceAtOnce.help}
          onClick={() => air("now")}
        >
          {orderFacts.replaceAtOnce.label}
        </Button>
      </div>
      <ScheduleForm
        key={JSON.stringify(page.schedule)}
        schedule={page.schedule}
        showingS={showingS}
        onChange={(schedule) => doing(() => call(`${path}/schedule`, LiveNow, { schedule }))}
      />
      <Links page={page} busy={busy} doing={doing} />
      <button
        type="button"
        className="chip"
        disabled={busy}
        data-help={orderFacts.endLivePage.help}
        onClick={() => doing(() => call(`${path}/remove`, z.null(), {}))}
      >
        {orderFacts.endLivePage.label}
      </button>
    </section>
  );
}

/** Whether the page shows the order as it is now. */
function Brought({ page }: { page: LiveCard }) {
  const changed = useOrder(({ revision, save }) => save.kind !== "saved" || revision !== page.revision);
  if (page.revision === null) return <Notice weight="note">The order is being put on air.</Notice>;
  return (
    <p className="quiet fs-13 m-0">
      {changed ? "Your latest changes are not on the air yet." : "It shows the order as it was last put on air."}
    </p>
  );
}

/** Links that open the page or its remote; their addresses are told once. */
function Links({ page, busy, doing }: { page: LiveCard; busy: boolean; doing: Doing }) {
  /** Addresses are answered once: they stay here as long as this page does. */
  const [made, setMade] = useState<readonly { readonly id: string; readonly address: string }[]>([]);
  const path = `/api/live/${page.id}/links`;
  const make = (kind: "live" | "remote") =>
    doing(async () => {
      const link = await call(path, LiveLinkMade, { kind });
      setMade((before) => [...before, { id: link.id, address: `${location.origin}${link.path}` }]);
    });
  return (
    <div className="on-air__links">
      <h4 className="rubric">Links</h4>
      {page.links.map(({ id, kind, by, madeAt }) => (
        <div key={id}>
          <p className="align-items-baseline d-flex gap-8 m-0">
            <span>{kind === "live" ? "Live page" : "Remote"}</span>
            <small className="quiet">
              {by}, {writeDate(madeAt)}
            </small>
            <button
              data-help={orderDeeds.endLink.help}
              type="button"
              className="chip ms-auto"
              disabled={busy}
              onClick={() => doing(() => call(`${path}/${id}/revoke`, z.null(), {}))}
            >
              {orderDeeds.endLink.label}
            </button>
          </p>
          {made
            .filter((link) => link.id === id)
            .map(({ address }) => (
              <CopyAddress key={address} address={address} label="Address of the link" />
            ))}
        </div>
      ))}
      {made.some(({ id }) => page.links.some((link) => link.id === id)) && (
        <Notice weight="note">
          An address is shown once. Anyone with it gets in without signing in: copy it before you leave this page.
        </Notice>
      )}
      <div className="d-flex gap-8 mt-4">
        <button
          type="button"
          className="chip"
          disabled={busy}
          data-help={orderFacts.liveLink.help}
          onClick={() => make("live")}
        >
          {orderFacts.liveLink.label}
        </button>
        <button
          type="button"
          className="chip"
          disabled={busy}
          data-help={orderFacts.remoteLink.help}
          onClick={() => make("remote")}
        >
          {orderFacts.remoteLink.label}
        </button>
      </div>
    </div>
  );
}

function NewPage(props: { formats: readonly Format[]; busy: boolean; onMake: (name: string, format: string) => void }) {
  const { formats, busy, onMake } = props;
  const [name, setName] = useState("Stream");
  const [format, setFormat] = useState(formats[0]?.id ?? "");
  return (
    <Form
      className="align-items-center d-flex flex-wrap gap-8 mt-16"
      onSubmit={(event) => {
        event.preventDefault();
        onMake(name.trim(), format);
      }}
    >
      <Form.Control
        data-help={orderDeeds.liveName.help}
        size="sm"
        className="w-auto"
        maxLength={80}
        aria-label={orderDeeds.liveName.label}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <Form.Select
        data-help={orderDeeds.liveFormat.help}
        size="sm"
        className="w-auto"
        aria-label={orderDeeds.liveFormat.label}
        value={format}
        onChange={(event) => setFormat(event.target.value)}
      >
        {formats.map(({ id, name: label }) => (
          <option key={id} value={id}>
            {label}
          </option>
        ))}
      </Form.Select>
      <Button
        type="submit"
        size="sm"
        variant="outline-secondary"
        disabled={busy || name.trim() === "" || format === ""}
        data-help={orderFacts.newLivePage.help}
      >
        {orderFacts.newLivePage.label}
      </Button>
    </Form>
  );
}
