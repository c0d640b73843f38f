import { useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { Outbox } from "@/contract/exports";
import { call } from "@/ui/parts/api";
import { useEvents } from "@/ui/parts/events";

/** Gathers what changes within so long before it asks: many frames are painted in that time. */
const gatherMs = 300;
/** More than this is asked for as a page. */
const mostNamed = 50;

/** Keeps a page of the outbox true: asks only for what has changed, and for the whole page when there is something new. */
export function useExportEvents(before: number | null): void {
  const queries = useQueryClient();
  const changed = useRef(new Set<string>());
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const look = async () => {
    timer.current = undefined;
    const ids = [...changed.current];
    changed.current.clear();
    const key = ["outbox", before];
    const shown = queries.getQueryData<Outbox>(key);
    const known = new Set(shown?.exports.map(({ id }) => id));
    const isNew = before === null && ids.some((id) => !known.has(id));
    const wanted = ids.filter((id) => known.has(id));
    if (!shown || isNew || wanted.length > mostNamed) return queries.invalidateQueries({ queryKey: key });
    // Those that wait move up as others are done.
    const waiting = shown.exports.filter(({ state }) => state === "waiting").map(({ id }) => id);
    const asked = [...new Set([...wanted, ...waiting])].slice(0, mostNamed);
    if (asked.length === 0) return;
    const fresh = await call(`/api/exports?ids=${asked.join(",")}`, Outbox).catch(() => undefined);
    if (!fresh) return queries.invalidateQueries({ queryKey: key });
    const byId = new Map(fresh.exports.map((one) => [one.id, one]));
    queries.setQueryData<Outbox>(key, (now) =>
      now ? { ...now, exports: now.exports.map((one) => byId.get(one.id) ?? one) } : now,
    );
  };
  useEvents(["exports"], (event) => {
    const ids = event === "reset" ? [] : event.body.ids;
    if (event === "reset") void queries.invalidateQueries({ queryKey: ["outbox"] });
    if (Array.isArray(ids)) for (const id of ids) changed.current.add(String(id));
    timer.current ??= setTimeout(() => void look(), gatherMs);
  });
}
