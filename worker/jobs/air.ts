import { z } from "zod";
import type { LiveItem } from "@/core/document/live";
import { exchanged } from "@/core/order/air";
import { orderWords } from "@/core/order/findings";
import { entryName } from "@/core/order/names";
import { livePartsOf } from "@/core/order/prepare";
import { placedAs } from "@/render/order-clip";
import { addAudit } from "@/server/db/audit";
import { lockLease } from "@/server/db/jobs";
import { clockMs, findLivePage, lockLivePage, saveLivePage, type Brought } from "@/server/db/live";
import { inTransaction } from "@/server/db/transaction";
import { loadRaster } from "@/server/files/rasters";
import { desksFor, existingOrder } from "@/server/orders/orders";
import { notFound, Refusal } from "@/server/refusal";
import { persist } from "../persist";
import { defineJob } from "./define";

/** Live pages are painted as often as screens are. */
const fps = { num: 60, den: 1 };

/** Brings a running order, as it is now, to a live page: when nothing is shown there, or at once. */
export const job = defineJob({
  payload: z.object({ live: z.string(), when: z.enum(["next", "now"]), member: z.string() }),
  run: async ({ db, lease, progress, signal }, { live: id, when, member }) => {
    progress.stage = "placing";
    const page = await findLivePage(db, id);
    if (!page) throw notFound("live page");
    const { document, revision } = await existingOrder(db, page.orderId);
    const { desks } = await desksFor(db, document);
    const placed = await placedAs({ order: document, desks, format: page.format }, fps, loadRaster, true);
    signal.throwIfAborted();
    const nameOf = (entryId: string): string => {
      const entry = document.entries.find((one) => one.id === entryId)!;
      return entryName(entry, desks[entry.release]);
    };
    const open = placed.issues.find(({ code }) => code === "order_entry");
    if (open) throw new Refusal(422, open.code, orderWords(open, nameOf));
    const parts = livePartsOf(placed);
    const items = placed.timed.parts.map(({ entry }, i): LiveItem => {
      const { values } = placed.requestOf(i);
      return { entry: { ...entry, values }, name: nameOf(entry.id), part: parts[i]! };
    });
    await persist(() =>
      inTransaction(db, async (trx) => {
        await lockLease(trx, lease);
        const now = await lockLivePage(trx, id);
        if (!now) throw notFound("live page");
        const next = broughtTo(now, { revision, items }, when, await clockMs(trx));
        const version = now.version + 1;
        await saveLivePage(trx, { ...now, ...next, version, revision: now.revision + 1 }, true);
        await addAudit(trx, { memberId: member, action: "live.air", subject: id, detail: { revision, when } });
      }),
    );
    return { items: items.length };
  },
  failing: (error) => (error instanceof Refusal ? { message: error.message, final: true } : undefined),
});

type Page = NonNullable<Awaited<ReturnType<typeof lockLivePage>>>;

function broughtTo(page: Page, brought: Brought, when: "next" | "now", atMs: number) {
  if (when === "next" && page.shown) return { shown: page.shown, coming: brought, state: page.state };
  const airing = { shown: page.shown?.items ?? [], coming: page.coming?.items ?? null, state: page.state };
  return { shown: brought, coming: null, state: exchanged(airing, brought.items, atMs).state };
}
