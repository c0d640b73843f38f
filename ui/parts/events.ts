import { useEffect, useRef } from "react";
import { HouseEvent } from "@/contract/events";

/*
 * One stream of events for a page, whatever in it listens. A page that is not seen has none: browsers allow only a few
 * for all of a site's pages.
 */

type Listener = (event: HouseEvent | "reset") => void;

const listeners = new Map<string, Set<Listener>>();
let source: EventSource | undefined;
let last: string | undefined;
let planned = false;
/** How many are waiting for something that must be heard of also while the page is not seen. */
let awaited = 0;

/** Opens the stream anew for what is listened to now, once all that changes now has changed. */
function plan(): void {
  if (planned) return;
  planned = true;
  queueMicrotask(() => {
    planned = false;
    reopen();
  });
}

function reopen(): void {
  source?.close();
  source = undefined;
  if (listeners.size === 0 || (document.visibilityState === "hidden" && awaited === 0)) return;
  const query = new URLSearchParams({ topics: [...listeners.keys()].sort().join(",") });
  if (last !== undefined) query.set("after", last);
  source = new EventSource(`/api/events?${query}`);
  source.onmessage = ({ data, lastEventId }) => {
    last = lastEventId;
    const event = HouseEvent.parse(JSON.parse(data as string));
    for (const listener of listeners.get(event.topic) ?? []) listener(event);
  };
  source.addEventListener("from", ({ lastEventId }) => (last ??= lastEventId));
  source.addEventListener("reset", reset);
}

/** Says that some events can't be told any more. */
function reset(): void {
  last = undefined;
  for (const listener of new Set([...listeners.values()].flatMap((those) => [...those]))) listener("reset");
}

/** Events are kept for an hour; a page that was not seen for nearly as long looks at everything anew. */
const longestAwayMs = 50 * 60_000;
let hiddenAt = 0;

function onVisibility(): void {
  if (document.visibilityState === "hidden") hiddenAt = Date.now();
  else if (hiddenAt > 0 && Date.now() - hiddenAt > longestAwayMs) reset();
  plan();
}

function listen(topics: readonly string[], listener: Listener): () => void {
  if (listeners.size === 0) document.addEventListener("visibilitychange", onVisibility);
  for (const topic of topics) listeners.set(topic, (listeners.get(topic) ?? new Set()).add(listener));
  plan();
  return () => {
    for (const topic of topics) {
      const those = listeners.get(topic);
      those?.delete(listener);
      if (those?.size === 0) listeners.delete(topic);
    }
    if (listeners.size === 0) document.removeEventListener("visibilitychange", onVisibility);
    plan();
  };
}

/** Hears of a topic until the answer is called, also while the page is not seen. */
export function listenAlways(topic: string, listener: Listener): () => void {
  awaited++;
  const leave = listen([topic], listener);
  return () => {
    awaited--;
    leave();
  };
}

/**
 * Hears of these topics while the component is there; `reset` says that some events can't be told any more, so that all
 * must be looked at anew.
 */
export function useEvents(topics: readonly string[], onEvent: Listener): void {
  const latest = useRef(onEvent);
  useEffect(() => {
    latest.current = onEvent;
  });
  const key = topics.join(",");
  useEffect(() => (key === "" ? undefined : listen(key.split(","), (event) => latest.current(event))), [key]);
}
