import type { ReactNode } from "react";
import Alert from "react-bootstrap/Alert";

const marks = { stop: "Stop", warn: "Check", note: "Note" } as const;

/** A sentence about something, with its weight in a word and not in colour alone. */
export function Notice({ weight, children }: { weight: keyof typeof marks; children: ReactNode }) {
  return (
    <Alert
      variant={weight}
      transition={false}
      className={`notice fs-13 mt-6 notice-${weight}`}
      role={weight === "stop" ? "alert" : "status"}
    >
      <b>{marks[weight]}</b> {children}
    </Alert>
  );
}
