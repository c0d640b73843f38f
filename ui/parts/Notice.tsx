import type { ReactNode } from "react";

const marks = { stop: "Stop", warn: "Check", note: "Note" } as const;

/** A sentence about something, with its weight in a word and not in colour alone. */
export function Notice({ weight, children }: { weight: keyof typeof marks; children: ReactNode }) {
  return (
    <p className={`notice notice-${weight}`} role={weight === "stop" ? "alert" : "status"}>
      <b>{marks[weight]}</b> {children}
    </p>
  );
}
