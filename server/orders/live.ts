import type { z } from "zod";
import { LRUCache } from "lru-cache";
import type {
  LiveCard,
  LiveLinkMade,
  LiveNow,
  LiveView,
  NewLiveLink,
  NewLivePage,
  PressRequest,
  ScheduleRequest,
} from "@/contract/live";
import type { LiveItem, LivePress, LiveState } from "@/core/document/live";
import { standardFormats, type Format } from "@/core/document/format";
import { usedHouse } from "@/core/document/used-house";
import { groupBy } from "@/core/group";
import { airedAt, type Airing } from "@/core/order/air";
import { pressed } from "@/core/order/live";
import { refuseOthers } from "@/server/auth/principal";
import { addAudit } from "@/server/db/audit";
import { database, type Db } from "@/server/db/connection";
import { hashesIn } from "@/server/db/files";
import { newId } from "@/server/db/ids";
import { addJobs, urgent } from "@/server/db/jobs";
import { addLink, listLinks, revokeLink, type Link } from "@/server/db/links";
import * as live from "@/server/db/live";
import type { Member } from "@/server/db/members";
import { findRelease } from "@/server/db/releases";
import { inTransaction } from "@/server/db/transaction";
import { hub } from "@/server/events/hub";
import { notFound, Refusal } from "@/server/refusal";
import { existingOrder } from "./orders";

const hourS = 3600;
const yearS = 366 * 24 * hourS;

/** A page that nothing has been brought to. */
const quiet = (sinceMs: number): LiveState => ({
  ...{ schedule: { kind: "demand" as const }, paused: false, sinceMs, instances: [], goesOn: false },
});

/** The live page that a link is for. */
export const pageOf = ({ scope }: Link): string => (scope as { live: string }).live;

async function existingPage(db: Db, id: string): Promise<live.LivePage> {
  const page = await live.findLivePage(db, id);
  if (!page) throw notFound("live page");
  return page;
}

/** Live pages of an order, with the links that are open. */
export async function readLivePages(orderId: string): Promise<{ pages: LiveCard[] }> {
  const db = database();
  await existingOrder(db, orderId);
  const pages = await live.listLivePages(db, orderId);
  const cards = pages.map(async ({ id, name, format, shown, coming, state }): Promise<LiveCard> => {
    const links = await listLinks(db, ["live", "remote"], "live", id);
    return {
      ...{ id, name, format, schedule: state.schedule, revision: (coming ?? shown)?.revision ?? null },
      links: links.map(({ id: link, kind, madeBy, madeAt, endsAt }) => ({
        ...{ id: link, kind: kind as "live" | "remote", by: madeBy },
        ...{ madeAt: madeAt.toISOString(), endsAt: endsAt.toISOString() },
      })),
    };
  });
  return { pages: await Promise.all(cards) };
}

/** A new live page of an order, which a worker brings the order to. */
export async function startLivePage(
  member: Member,
  orderId: string,
  { name, format }: z.output<typeof NewLivePage>,
): Promise<{ id: string; job: string }> {
  const db = database();
  await existingOrder(db, orderId);
  const id = newId();
  await inTransaction(db, async (trx) => {
    const state = quiet(await live.clockMs(trx));
    await live.addLivePage(trx, { id, orderId, name, format, state, madeById: member.id });
    await addAudit(trx, { memberId: member.id, action: "live.create", subject: id, detail: { order: orderId } });
  });
  return { id, ...(await bringToAir(member, id, "next")) };
}

/** Has a worker bring the order, as it is now, to a live page. */
export async function bringToAir(member: Member, id: string, when: "next" | "now"): Promise<{ job: string }> {
  const db = database();
  await existingPage(db, id);
  const payload = { live: id, when, member: member.id };
  const [job] = await addJobs(db, member.id, [{ kind: "air", payload, costS: 2, priority: urgent }]);
  return { job: job! };
}

const airingOf = ({ shown, coming, state }: live.LivePage): Airing<LiveItem> => ({
  shown: shown?.items ?? [],
  coming: coming?.items ?? null,
  state,
});

/** A page as it stands at an instant: what has been waiting may be shown by now. */
function standing(page: live.LivePage, atMs: number) {
  const { coming, state } = airedAt(airingOf(page), atMs);
  const turned = page.coming !== null && coming === null;
  const { shown, coming: waiting } = turned ? { shown: page.coming, coming: null } : page;
  return { page: { ...page, shown, coming: waiting, state }, turned };
}

export async function readLive(id: string): Promise<LiveView> {
  const db = database();
  const page = await existingPage(db, id);
  const { shown, coming, revision, version, state, last, name, orderName } = page;
  const items = [...(shown?.items ?? []), ...(coming?.items ?? [])];
  const desks = await desksOf(db, items, page.format);
  return {
    ...{ id, name, order: orderName, revision, version, state, last },
    format: formatOf(desks, page.format),
    shown: [...(shown?.items ?? [])],
    coming: coming && [...coming.items],
    desks,
    serverMs: await live.clockMs(db),
  };
}

/** What the items are filled in; of the house style only what they show. */
async function desksOf(db: Db, items: readonly LiveItem[], format: string): Promise<LiveView["desks"]> {
  const byRelease = groupBy(items, ({ entry }) => entry.release);
  const desks: LiveView["desks"] = {};
  for (const [id, own] of byRelease) {
    const release = await findRelease(db, id);
    if (!release) continue;
    const values = own.map(({ entry }) => entry.values);
    desks[id] = { document: release.document, house: usedHouse(release.house, release.document, values, format) };
  }
  return desks;
}

const formatOf = (desks: LiveView["desks"], id: string): Format =>
  [...Object.values(desks).flatMap(({ house }) => house.formats), ...standardFormats].find((one) => one.id === id) ??
  standardFormats[0]!;

/** What pages and remotes need of a file: only those that the page shows are theirs. */
const filesOf = new LRUCache<string, ReadonlySet<string>>({ max: 200 });

/** Refuses a file that the live page of a link does not show. */
export async function refuseForeign(link: Link, hash: string): Promise<void> {
  const page = await existingPage(database(), pageOf(link));
  const key = `${page.id} ${page.version}`;
  let own = filesOf.get(key);
  if (!own) {
    const { desks, shown, coming } = await readLive(page.id);
    own = new Set(hashesIn([desks, shown, coming]));
    filesOf.set(key, own);
  }
  if (!own.has(hash)) throw notFound("file");
}

/** Presses that mean something else once somebody has pressed in the meantime. */
const relative: readonly LivePress["kind"][] = ["next", "back", "again", "hold", "go-on"];

/** Does what somebody has pressed. Refuses what two have pressed at once where it would count twice. */
export async function pressLive(id: string, { press, nonce, seen }: PressRequest, by: string): Promise<LiveNow> {
  const now = await changed(id, (page, atMs) => {
    // Sent again, since its answer was lost.
    if (page.last?.nonce === nonce) return undefined;
    if (page.revision !== seen && relative.includes(press.kind)) {
      const who = page.last?.by ?? "Somebody";
      throw new Refusal(
        409,
        "pressed_meanwhile",
        `${who} has pressed something in the meantime. Look, and press again.`,
      );
    }
    const parts = (page.shown?.items ?? []).map(({ part }) => part);
    const state = pressed(page.state, parts, press, atMs);
    return { state, last: { press: press.kind, by, atMs, nonce } };
  });
  return now;
}

export const scheduleLive = (
  id: string,
  { schedule }: z.output<typeof ScheduleRequest>,
  by: string,
): Promise<LiveNow> =>
  changed(id, ({ state }, atMs) => ({
    state: { ...state, schedule, sinceMs: Math.max(state.sinceMs, atMs) },
    last: { press: "schedule", by, atMs, nonce: newId() },
  }));

/** Changes a page as it stands now; undefined leaves it as it is. */
async function changed(
  id: string,
  work: (page: live.LivePage, atMs: number) => Pick<live.LivePage, "state" | "last"> | undefined,
): Promise<LiveNow> {
  const now = await inTransaction(database(), async (trx) => {
    const stored = await live.lockLivePage(trx, id);
    if (!stored) throw notFound("live page");
    const serverMs = await live.clockMs(trx);
    const { page, turned } = standing(stored, serverMs);
    const change = work(page, serverMs);
    const { revision, version } = page;
    if (!change) return { revision, version, state: stored.state, last: stored.last, serverMs };
    const next = { ...page, ...change, revision: revision + 1, version: version + (turned ? 1 : 0) };
    await live.saveLivePage(trx, next, turned);
    return { revision: next.revision, version: next.version, state: next.state, last: next.last, serverMs };
  });
  hub().nudge();
  return now;
}

/** Makes a link to a live page or its remote. Its path is told once. */
export async function addLiveLink(
  member: Member,
  id: string,
  { kind, brief }: z.output<typeof NewLiveLink>,
): Promise<z.infer<typeof LiveLinkMade>> {
  const db = database();
  await existingPage(db, id);
  return inTransaction(db, async (trx) => {
    const link = await addLink(trx, { kind, scope: { live: id }, madeBy: member.id, seconds: brief ? hourS : yearS });
    await addAudit(trx, { memberId: member.id, action: "link.create", subject: link.id, detail: { kind, live: id } });
    return { id: link.id, path: `/${kind}/${link.token}` };
  });
}

/** Ends a link: the page that it has opened goes clear. */
export async function endLiveLink(member: Member, id: string, linkId: string): Promise<null> {
  const db = database();
  const links = await listLinks(db, ["live", "remote"], "live", id);
  const link = links.find((one) => one.id === linkId);
  if (!link) throw notFound("link");
  refuseOthers(member, link.madeById, "this link");
  await inTransaction(db, async (trx) => {
    await revokeLink(trx, linkId);
    await live.tellLive(trx, id);
    await addAudit(trx, { memberId: member.id, action: "link.revoke", subject: linkId, detail: { live: id } });
  });
  hub().nudge();
  return null;
}

export async function endLivePage(member: Member, id: string): Promise<null> {
  const db = database();
  const page = await existingPage(db, id);
  refuseOthers(member, page.madeById, "this live page");
  const links = await listLinks(db, ["live", "remote"], "live", id);
  await inTransaction(db, async (trx) => {
    for (const link of links) await revokeLink(trx, link.id);
    await live.removeLivePage(trx, id);
    await addAudit(trx, { memberId: member.id, action: "live.remove", subject: id, detail: {} });
  });
  hub().nudge();
  return null;
}
