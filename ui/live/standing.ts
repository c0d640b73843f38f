import type { LiveView } from "@/contract/live";
import type { LiveItem, LiveSchedule } from "@/core/document/live";
import { airedAt, upcoming } from "@/core/order/air";
import { followingOf, onAirAt } from "@/core/order/live";

/** How the air stands at an instant, for whoever looks at a remote. */
export interface Standing {
  readonly items: readonly LiveItem[];
  /** The last that came; undefined while nothing is on. */
  readonly on: { readonly part: number; readonly held: boolean; readonly leavesInS: number | undefined } | undefined;
  /** The graphic that was shown last, also when it has gone. */
  readonly last: number | undefined;
  /** Whether the order goes on by itself from what is on. */
  readonly runs: boolean;
  readonly next: { readonly part: number; readonly inS: number } | undefined;
  /** What “next” shows: what comes after what is on, or the first. */
  readonly following: number | undefined;
  readonly paused: boolean;
  readonly schedule: LiveSchedule;
  /** A new version waits until nothing is shown. */
  readonly waiting: boolean;
}

export function standingAt(view: LiveView, nowMs: number): Standing {
  const { shown: items, coming, state } = airedAt(view, nowMs);
  const parts = items.map(({ part }) => part);
  const last = onAirAt(state, parts, nowMs).at(-1);
  const instance = last && state.instances.find(({ part, startMs }) => part === last.part && startMs === last.startMs);
  const next = upcoming(state, parts, nowMs);
  return {
    items,
    last: state.instances.at(-1)?.part ?? state.last,
    runs: state.goesOn,
    on: last && {
      part: last.part,
      held: instance?.leaveMs === null,
      leavesInS: instance && instance.leaveMs !== null ? Math.max(0, (instance.leaveMs - nowMs) / 1000) : undefined,
    },
    next: next && { part: next.part, inS: Math.max(0, (next.startMs - nowMs) / 1000) },
    following: followingOf(state, parts),
    paused: state.paused,
    schedule: state.schedule,
    waiting: coming !== null,
  };
}

/** A stretch as one says it at a remote: 12 s, 4:20, 1 h 05. */
export function inWords(seconds: number): string {
  if (seconds < 60) return `${Math.ceil(seconds)} s`;
  const whole = Math.round(seconds);
  const hours = Math.floor(whole / 3600);
  if (hours > 0) return `${hours} h ${String(Math.floor((whole % 3600) / 60)).padStart(2, "0")}`;
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
}

/** When a schedule shows the order. */
export function scheduleWords(schedule: LiveSchedule): string {
  switch (schedule.kind) {
    case "demand":
      return "Shown only when you press";
    case "every":
      return schedule.minutes === 1 ? "Every minute" : `Every ${schedule.minutes} minutes`;
    case "clock": {
      const times = schedule.minutes.map(
        (minute) => `${Math.floor(minute / 60)}:${String(Math.floor(minute % 60)).padStart(2, "0")}`,
      );
      return `At ${times.slice(0, 4).join(", ")}${times.length > 4 ? " …" : ""}`;
    }
  }
}
