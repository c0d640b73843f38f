import type { LiveSchedule } from "../document/live";

const minuteMs = 60_000;
const dayMs = 1440 * minuteMs;
const mostDays = 366;

/**
 * When the schedule starts the showing that an instant lies in, or the last before it: at or after `freeMs`, not after
 * `atMs`. A showing that lasts longer than it is until the next start is not cut: that start is left out. Undefined when
 * there is none.
 */
export function nextStart(schedule: LiveSchedule, freeMs: number, atMs: number, lastsMs: number): number | undefined {
  switch (schedule.kind) {
    case "demand":
      return undefined;
    case "every": {
      // Whole milliseconds, so that no start falls between two.
      const periodMs = Math.round(schedule.minutes * minuteMs);
      const first = Math.max(0, Math.ceil((freeMs - schedule.fromMs) / periodMs));
      // From that one on every so many are taken.
      const steps = Math.max(1, Math.ceil(lastsMs / periodMs));
      const startOf = (k: number) => schedule.fromMs + k * periodMs;
      if (startOf(first) > atMs) return startOf(first);
      const taken = Math.floor((Math.floor((atMs - schedule.fromMs) / periodMs) - first) / steps);
      return startOf(first + Math.max(0, taken) * steps);
    }
    case "clock":
      return lastClockStart(schedule, freeMs, atMs, lastsMs);
  }
}

function lastClockStart(
  { minutes, offsetMinutes }: Extract<LiveSchedule, { kind: "clock" }>,
  freeMs: number,
  atMs: number,
  lastsMs: number,
): number | undefined {
  const sorted = [...minutes].sort((a, b) => a - b);
  const dayOf = (ms: number): number => Math.floor((ms + offsetMinutes * minuteMs) / dayMs);
  const startOf = (day: number, minute: number): number =>
    Math.round(day * dayMs + (minute - offsetMinutes) * minuteMs);
  let found: number | undefined;
  // Which starts are taken follows from those before; beyond a year it is no matter any more.
  const fromDay = Math.max(dayOf(freeMs), dayOf(atMs) - mostDays);
  let free = Math.max(freeMs, startOf(fromDay, 0));
  for (let day = fromDay; day <= dayOf(atMs) + 1; day++) {
    for (const minute of sorted) {
      const startMs = startOf(day, minute);
      if (startMs < free) continue;
      if (startMs > atMs) return found ?? startMs;
      found = startMs;
      free = startMs + lastsMs;
    }
  }
  return found;
}
