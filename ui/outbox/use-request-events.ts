import { useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { Outbox, type RequestPage } from "@/contract/exports";
import { call } from "@/ui/parts/api";
import { useEvents } from "@/ui/parts/events";

const nowMs = () => performance.now();

/** Gathers what changes within so long before it asks: many frames are painted in that time. */
const gatherMs = 300;
/** Files that are not shown say nothing but how many of a request are made: they can wait a little. */
const leastPageMs = 2000;
/** More than this is asked for as a page. */
const mostNamed = 50;

/**
 * Keeps a page of the outbox true: files that move on are asked for by themselves, and the page when there is something
 * new, or when a file has ended, since then its request stands otherwise.
 */
export function useRequestEvents(query: string): void {
  const queries = useQueryClient();
  const changed = useRef(new Set<string>());
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const pagedAt = useRef(0);
  const page = () => {
    pagedAt.current = nowMs();
    return queries.invalidateQueries({ queryKey: ["outbox"] });
  };
  const look = async () => {
    timer.current = undefined;
    const ids = [...changed.current];
    changed.current.clear();
    const key = ["outbox", query];
    const shown = queries.getQueryData<RequestPage>(key);
    const known = new Map(shown?.requests.flatMap(({ exports }) => exports.map((one) => [one.id, one] as const)));
    const wanted = ids.filter((id) => known.has(id));
    if (!shown || wanted.length > mostNamed) return page();
    if (wanted.length !== ids.length) {
      const sinceMs = nowMs() - pagedAt.current;
      if (sinceMs >= leastPageMs) return page();
      for (const id of ids) changed.current.add(id);
      timer.current = setTimeout(() => void look(), leastPageMs - sinceMs);
      return;
    }
    // Those that wait move up as others are done.
    const waiting = [...known.values()].filter(({ state }) => state === "waiting").map(({ id }) => id);
    const asked = [...new Set([...wanted, ...waiting])].slice(0, mostNamed);
    if (asked.length === 0) return;
    const fresh = await call(`/api/exports?ids=${asked.join(",")}`, Outbox).catch(() => undefined);
    const ended = fresh?.exports.some(({ id, state }) => state !== known.get(id)?.state);
    if (!fresh || ended) return page();
    const byId = new Map(fresh.exports.map((one) => [one.id, one]));
    queries.setQueryData<RequestPage>(key, (now) => now && withFresh(now, byId));
  };
  useEvents(["exports"], (event) => {
    const ids = event === "reset" ? [] : event.body.ids;
    if (event === "reset") void page();
    if (Array.isArray(ids)) for (const id of ids) changed.current.add(String(id));
    timer.current ??= setTimeout(() => void look(), gatherMs);
  });
}

type View = RequestPage["requests"][number]["exports"][number];

function withFresh(page: RequestPage, byId: ReadonlyMap<string, View>): RequestPage {
  const requests = page.requests.map((request) => {
    const exports = request.exports.map((one) => byId.get(one.id) ?? one);
    // What is in hand counts by its frames; of files that are not shown the page knows as it was.
    const gained = exports.reduce((sum, one, i) => sum + shareOf(one) - shareOf(request.exports[i]!), 0);
    const progress = Math.min(1, Math.max(0, request.progress + gained / Math.max(1, request.files)));
    return { ...request, exports, progress };
  });
  return { ...page, requests };
}

const shareOf = ({ state, framesDone, framesTotal }: View): number =>
  state === "leased" ? framesDone / Math.max(1, framesTotal) : 0;
