"use client";
import { useState } from "react";
import { Form } from "react-bootstrap";
import type { LiveSchedule } from "@/core/document/live";
import { Notice } from "@/ui/parts/Notice";
import { Figure } from "./Figure";

/** A time of day as minutes; undefined for none. */
function minuteOf(text: string): number | undefined {
  const read = /^(\d{1,2})[:.](\d{2})$/.exec(text.trim());
  const [hours, minutes] = [Number(read?.[1]), Number(read?.[2])];
  return read && hours < 24 && minutes < 60 ? hours * 60 + minutes : undefined;
}

const timeOf = (minute: number): string => `${Math.floor(minute / 60)}:${String(minute % 60).padStart(2, "0")}`;

const hourMs = 3_600_000;

/** When a live page shows its order by itself. */
export function ScheduleForm({
  schedule,
  onChange,
}: {
  schedule: LiveSchedule;
  onChange: (schedule: LiveSchedule) => void;
}) {
  const [typed, setTyped] = useState(schedule.kind === "clock" ? schedule.minutes.map(timeOf).join(", ") : "");
  const [fault, setFault] = useState<string>();
  const choose = (kind: string) => {
    if (kind === "demand") onChange({ kind });
    // From the hour on, so that every five minutes is at five past.
    else if (kind === "every") onChange({ kind, minutes: 5, fromMs: Math.floor(Date.now() / hourMs) * hourMs });
    else onChange({ kind: "clock", minutes: [20 * 60], offsetMinutes: -new Date().getTimezoneOffset() });
  };
  const setTimes = () => {
    const words = typed.split(/[,;\s]+/).filter((word) => word !== "");
    const minutes = words.map(minuteOf);
    const wrong = words[minutes.indexOf(undefined)];
    if (words.length === 0 || wrong !== undefined) {
      setFault(wrong === undefined ? "Say at least one time, as 20:15." : `“${wrong}” is no time of day, as 20:15 is.`);
      return;
    }
    setFault(undefined);
    const sorted = [...new Set(minutes as number[])].sort((a, b) => a - b);
    onChange({ kind: "clock", minutes: sorted, offsetMinutes: -new Date().getTimezoneOffset() });
  };
  return (
    <div className="align-items-center d-flex flex-wrap gap-8">
      <Form.Select
        size="sm"
        className="w-auto"
        aria-label="When it is shown"
        value={schedule.kind}
        onChange={(event) => choose(event.target.value)}
      >
        <option value="demand">on demand</option>
        <option value="every">every few minutes</option>
        <option value="clock">at clock times</option>
      </Form.Select>
      {schedule.kind === "every" && (
        <Figure
          label="Minutes from one showing to the next"
          value={schedule.minutes}
          min={0.1}
          max={1440}
          step={0.5}
          unit="minutes"
          onChange={(minutes) => onChange({ ...schedule, minutes })}
        />
      )}
      {schedule.kind === "clock" && (
        <Form.Control
          size="sm"
          className="figures w-auto"
          aria-label="Times of the day"
          placeholder="20:15, 21:00"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={setTimes}
          onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
        />
      )}
      {fault && <Notice weight="stop">{fault}</Notice>}
    </div>
  );
}
