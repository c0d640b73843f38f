import type { LiveInstance, LivePart, LivePress, LiveState } from "../document/live";
import { nextStart } from "./live-schedule";

/*
 * What is on the air follows from a state and the time alone, so that a page that was cut off, or loaded anew, or asks
 * another server, shows what it would have shown had nothing happened.
 */

/** A part on the air, and the instant of its own clip that is shown. */
export interface OnAir {
  readonly part: number;
  readonly startMs: number;
  readonly localS: number;
}

/** Graphics on at once: whoever presses without end pushes the oldest out. */
const mostOn = 100;

const goneMs = ({ leaveMs }: LiveInstance, part: LivePart): number =>
  leaveMs === null ? Infinity : leaveMs + part.leaveMs;

/** An instance as it goes when nobody presses anything. */
const started = (part: number, startMs: number, parts: readonly LivePart[]): LiveInstance => ({
  part,
  startMs,
  leaveMs: startMs + parts[part]!.leaveAtMs,
});

/** The state as it stands at an instant: what has gone is gone, what has come by itself is there. */
export function advanced(state: LiveState, parts: readonly LivePart[], atMs: number): LiveState {
  let { instances, goesOn } = state;
  let sinceMs = state.sinceMs;
  for (;;) {
    const last = instances.at(-1);
    if (last && goesOn) {
      const next = last.part + 1;
      if (last.leaveMs === null) break;
      const startMs = Math.max(last.startMs, last.leaveMs + parts[last.part]!.nextMs);
      if (next < parts.length) {
        if (startMs > atMs) break;
        instances = [...instances, started(next, startMs, parts)];
        continue;
      }
      goesOn = false;
    }
    // Nothing comes by itself any more but by the schedule, and that waits until all has gone.
    const freeMs = Math.max(sinceMs, ...instances.map((one) => goneMs(one, parts[one.part]!)));
    if (state.paused || parts.length === 0 || freeMs > atMs) break;
    const startMs = nextStart(state.schedule, freeMs, atMs, showingMs(parts));
    if (startMs === undefined || startMs > atMs) break;
    instances = [started(0, startMs, parts)];
    goesOn = true;
    sinceMs = startMs;
  }
  const left = instances.filter((one) => goneMs(one, parts[one.part]!) > atMs);
  // The last tells what comes next, for as long as something does.
  const kept = left.length === 0 && goesOn ? instances.slice(-1) : left;
  const free =
    kept.length === 0 ? Math.max(sinceMs, ...instances.map((one) => goneMs(one, parts[one.part]!))) : sinceMs;
  const last = instances.findLast(({ startMs }) => startMs <= atMs)?.part ?? state.last;
  return {
    ...state,
    ...(last === undefined ? {} : { last }),
    instances: kept,
    goesOn: goesOn && kept.length > 0,
    sinceMs: Number.isFinite(free) ? free : sinceMs,
  };
}

/** How long a showing takes by itself, from the first's start to the last's end. */
export function showingMs(parts: readonly LivePart[]): number {
  let startMs = 0;
  let endMs = 0;
  for (const part of parts) {
    endMs = Math.max(endMs, startMs + part.leaveAtMs + part.leaveMs);
    startMs = Math.max(startMs, startMs + part.leaveAtMs + part.nextMs);
  }
  return endMs;
}

/** What is on the air at an instant, the one that came last on top. */
export function onAirAt(state: LiveState, parts: readonly LivePart[], atMs: number): OnAir[] {
  return advanced(state, parts, atMs).instances.flatMap((one): OnAir[] => {
    const part = parts[one.part]!;
    if (atMs < one.startMs || atMs >= goneMs(one, part)) return [];
    // Held it stands where it would begin to leave; sent away before that it goes there at once.
    const localMs =
      one.leaveMs !== null && atMs >= one.leaveMs
        ? part.leaveAtMs + (atMs - one.leaveMs)
        : Math.min(atMs - one.startMs, part.leaveAtMs);
    return [{ part: one.part, startMs: one.startMs, localS: localMs / 1000 }];
  });
}

/** The state after a press. What can't be done now changes nothing. One press shows one graphic, unless a run is on. */
export function pressed(before: LiveState, parts: readonly LivePart[], press: LivePress, atMs: number): LiveState {
  const state = advanced(before, parts, atMs);
  const last = state.instances.at(-1);
  const at = last?.part ?? state.last;
  switch (press.kind) {
    case "clear": {
      const free = { ...state, instances: [], goesOn: false, sinceMs: Math.max(state.sinceMs, atMs) };
      return state.instances.length === 0 ? withoutDue(free, parts, atMs) : free;
    }
    case "pause":
      return { ...state, paused: true };
    case "resume":
      // What the schedule would have started in between is past.
      return { ...state, paused: false, sinceMs: Math.max(state.sinceMs, atMs) };
    case "hide": {
      // What is due goes too: what is on may still be seen leaving, what has not begun is never seen.
      const begun = state.instances.filter(({ startMs }) => startMs <= atMs);
      const free = { ...state, instances: leaving(begun, parts, atMs), goesOn: false };
      return state.instances.length === 0 ? withoutDue(free, parts, atMs) : free;
    }
    case "hold":
      return last ? { ...state, instances: [...state.instances.slice(0, -1), held(last, atMs)] } : state;
    case "go-on":
      return last && last.leaveMs === null
        ? { ...state, instances: [...state.instances.slice(0, -1), sentAway(last, parts, atMs)] }
        : state;
    case "show":
      return press.part < parts.length ? handedTo(state, parts, press.part, atMs) : state;
    case "run":
      return press.part < parts.length ? { ...handedTo(state, parts, press.part, atMs), goesOn: true } : state;
    case "next": {
      const next = followingOf(state, parts);
      return next === undefined ? state : handedTo(state, parts, next, atMs);
    }
    case "back":
      return at !== undefined && at > 0 && at <= parts.length ? handedTo(state, parts, at - 1, atMs) : state;
    case "again":
      return at !== undefined && at < parts.length ? handedTo(state, parts, at, atMs) : state;
  }
}

/** The graphic that “next” shows: the one after the last; the first again once the last of them has gone. */
export function followingOf({ instances, last }: LiveState, parts: readonly LivePart[]): number | undefined {
  const at = instances.at(-1)?.part ?? last;
  const next = at === undefined ? 0 : at + 1;
  if (next < parts.length) return next;
  return instances.length === 0 && parts.length > 0 ? 0 : undefined;
}

/** The state without the showing that the schedule would start next; the one after it is shown. */
function withoutDue(state: LiveState, parts: readonly LivePart[], atMs: number): LiveState {
  if (state.paused || parts.length === 0) return state;
  const freeMs = Math.max(state.sinceMs, atMs);
  const dueMs = nextStart(state.schedule, freeMs, freeMs, showingMs(parts));
  return dueMs === undefined ? state : { ...state, sinceMs: dueMs + 1 };
}

/** One that is leaving already can't be held. */
const held = (one: LiveInstance, atMs: number): LiveInstance =>
  one.leaveMs !== null && one.leaveMs <= atMs ? one : { ...one, leaveMs: null };

/** It begins to leave, once it has arrived. */
function sentAway(one: LiveInstance, parts: readonly LivePart[], atMs: number): LiveInstance {
  const from = Math.max(atMs, one.startMs + parts[one.part]!.arriveMs);
  return one.leaveMs !== null && one.leaveMs <= from ? one : { ...one, leaveMs: from };
}

const leaving = (instances: readonly LiveInstance[], parts: readonly LivePart[], atMs: number): LiveInstance[] =>
  instances.map((one) => sentAway(one, parts, atMs));

/** A part comes as what is on the air leaves. */
function handedTo(state: LiveState, parts: readonly LivePart[], part: number, atMs: number): LiveState {
  const going = leaving(state.instances, parts, atMs);
  const last = going.at(-1);
  const startMs = last?.leaveMs ? Math.max(atMs, last.leaveMs + parts[last.part]!.nextMs) : atMs;
  return { ...state, instances: [...going, started(part, startMs, parts)].slice(-mostOn) };
}
