import type { Timer } from "../document/keys";
import { writeTime } from "../type/write-time";

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
