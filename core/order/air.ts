import type { LiveInstance, LivePart, LiveState } from "../document/live";
import { advanced, showingMs } from "./live";
import { nextStart } from "./live-schedule";

/*
 * What is on the air changes hands without a cut: a new version waits until nothing is shown, or is put in its place part
 * by part.
 */

/** What is shown, what takes its place when nothing is, and how far it is. */
export interface Airing<P> {
  readonly shown: readonly P[];
  readonly coming: readonly P[] | null;
  readonly state: LiveState;
}

type HasPart = { readonly part: LivePart };

const partsOf = (items: readonly HasPart[]): LivePart[] => items.map(({ part }) => part);

/** The same at an instant: what has been waiting is shown as soon as nothing else is. */
export function airedAt<P extends HasPart>({ shown, coming, state }: Airing<P>, atMs: number): Airing<P> {
  if (!coming) return { shown, coming, state: advanced(state, partsOf(shown), atMs) };
  // The showing that is on runs out; what the schedule starts then is of the new.
  const out = advanced({ ...state, schedule: { kind: "demand" } }, partsOf(shown), atMs);
  if (out.instances.length > 0) return { shown, coming, state: { ...out, schedule: state.schedule } };
  // Places of the version before mean nothing in the new one.
  const { last: _, ...free } = { ...out, schedule: state.schedule };
  return { shown: coming, coming: null, state: advanced(free, partsOf(coming), atMs) };
}

/**
 * Puts a new version in the place of what is on, at once: the same graphics go on where they are, those that are not in it
 * go.
 */
export function exchanged<P extends HasPart & { readonly entry: { readonly id: string } }>(
  airing: Airing<P>,
  next: readonly P[],
  atMs: number,
): Airing<P> {
  const { shown, state } = airedAt(airing, atMs);
  const instances = state.instances.flatMap((one): LiveInstance[] => {
    const before = shown[one.part]!;
    const part = next.findIndex(({ entry }) => entry.id === before.entry.id);
    if (part < 0) return [];
    const now = next[part]!.part;
    // One that was to leave by itself leaves as the new one does; what somebody has pressed stays pressed.
    const byItself = one.leaveMs === one.startMs + before.part.leaveAtMs;
    const leaveMs = byItself && one.leaveMs! > atMs ? Math.max(atMs, one.startMs + now.leaveAtMs) : one.leaveMs;
    return [{ ...one, part, leaveMs }];
  });
  const last = instances.at(-1);
  const shownLast = state.last === undefined ? undefined : shown[state.last]?.entry.id;
  const place = next.findIndex(({ entry }) => entry.id === shownLast);
  const kept = {
    ...state,
    last: place < 0 ? undefined : place,
    instances,
    goesOn: state.goesOn && last !== undefined,
    sinceMs: Math.max(state.sinceMs, atMs),
  };
  return { shown: next, coming: null, state: last ? { ...kept, sinceMs: state.sinceMs } : kept };
}

/** What comes next by itself, and when; undefined when nothing does. */
export function upcoming(
  before: LiveState,
  parts: readonly LivePart[],
  atMs: number,
): { readonly part: number; readonly startMs: number } | undefined {
  const state = advanced(before, parts, atMs);
  const waiting = state.instances.find(({ startMs }) => startMs > atMs);
  if (waiting) return { part: waiting.part, startMs: waiting.startMs };
  const last = state.instances.at(-1);
  if (last && state.goesOn && last.part + 1 < parts.length) {
    if (last.leaveMs === null) return undefined;
    return { part: last.part + 1, startMs: Math.max(last.startMs, last.leaveMs + parts[last.part]!.nextMs) };
  }
  if (state.paused || parts.length === 0) return undefined;
  const gone = state.instances.map(({ leaveMs, part }) =>
    leaveMs === null ? Infinity : leaveMs + parts[part]!.leaveMs,
  );
  const freeMs = Math.max(state.sinceMs, ...gone);
  if (!Number.isFinite(freeMs)) return undefined;
  const startMs = nextStart(state.schedule, freeMs, Math.max(freeMs, atMs), showingMs(parts));
  return startMs === undefined ? undefined : { part: 0, startMs };
}
