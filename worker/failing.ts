import { EncodeError } from "@/render/ffmpeg";
import type { Failing } from "./jobs/define";

/* How any job may fail, whatever its kind. */

export type StopReason = "cancelled" | "lost" | "stopping" | "late";

/** Thrown in a job that is to stop. */
export class Stopped extends Error {
  constructor(readonly reason: StopReason) {
    super(reason);
  }
}

const isFull = (error: unknown): boolean => (error as NodeJS.ErrnoException).code === "ENOSPC";

/** Whether the machine has ended it, whatever kind of job it was. */
export const isByMachine = (error: unknown): boolean =>
  isFull(error) || (error instanceof EncodeError && ["disk_full", "killed"].includes(error.reason));

/** Words for what can go wrong with every job; it is tried again. */
export function failing(error: unknown): Failing {
  const message = isFull(error)
    ? "The disk is full. Free some space, then try again."
    : error instanceof Stopped
      ? "This took far too long and was stopped. Try again; if it happens again, tell the owner."
      : "The file could not be made. Try again; if it fails again, tell the owner.";
  return { message, final: false };
}
