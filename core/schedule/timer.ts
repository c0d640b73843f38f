import type { Timer } from "../document/keys";

/** Seconds as a pattern writes them: the largest unit of the pattern takes what is above it. */
export function writeTime(pattern: string, seconds: number): string {
  const tenths = Math.max(0, Math.floor(seconds * 10 + 1e-6));
  const whole = Math.floor(tenths / 10);
  const hasHours = /h/.test(pattern);
  const hasMinutes = /m/.test(pattern);
  const units: Readonly<Record<string, number>> = {
    h: Math.floor(whole / 3600),
    m: hasHours ? Math.floor(whole / 60) % 60 : Math.floor(whole / 60),
    s: hasMinutes ? whole % 60 : hasHours ? whole % 3600 : whole,
    f: tenths % 10,
  };
  return pattern.replace(/h+|m+|s+|f/g, (found) => String(units[found[0]!]!).padStart(found.length, "0"));
}

/** What a timer shows at an instant. A countdown reaches its last second's end exactly when the time is up. */
export function timerText(timer: Timer, startS: number, endS: number, timeS: number): string {
  const tenths = timer.pattern.includes("f");
  const passed = Math.min(Math.max(0, timeS - startS), Math.max(0, endS - startS));
  switch (timer.mode) {
    case "up":
      return writeTime(timer.pattern, passed);
    case "clock":
      return writeTime(timer.pattern, timer.fromS + passed);
    case "down": {
      const left = Math.max(0, endS - startS - passed);
      if (left < 1e-6 && timer.atZero !== undefined) return timer.atZero;
      // The figure that is shown lasts until it is used up: 0:01 stands through the whole last second.
      const parts = tenths ? 10 : 1;
      // A first figure that would be gone in less than half its time is never shown.
      const most = Math.max(1, Math.round((endS - startS) * parts));
      return writeTime(timer.pattern, Math.min(most, Math.ceil(left * parts - 1e-6)) / parts);
    }
  }
}
