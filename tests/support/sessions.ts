import { spawn } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";
import { pause } from "./api";

/* Processor time shared between sessions: sched(7), “The autogroup feature”. */

/** How ready the session of a process is to let others go first. */
export const nicenessOf = (pid: number) =>
  Number(/nice (-?\d+)/.exec(readFileSync(`/proc/${pid}/autogroup`, "utf8"))![1]);

/** Whether this system shares between sessions and lets us say how, tried on a session of our own. */
export async function sessionsHaveNiceness(): Promise<boolean> {
  const own = spawn("sleep", ["60"], { detached: true, stdio: "ignore" });
  try {
    for (let i = 0; i < 50; i++) {
      const refusal = refusalOf(() => writeFileSync(`/proc/${own.pid}/autogroup`, "3"));
      if (!refusal) return nicenessOf(own.pid!) === 3;
      if (refusal !== "EAGAIN") return false;
      await pause(150);
    }
    return false;
  } finally {
    own.kill("SIGKILL");
  }
}

function refusalOf(act: () => void): string | undefined {
  try {
    act();
    return undefined;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code ?? "unknown";
  }
}
