"use client";
import { useState } from "react";
import { Form } from "react-bootstrap";
import { orderDeeds, orderFacts } from "@/core/facts/order";
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

/** Says where a showing is still on when the next one would start: that one is left out. */
function Unfit(props: {
  schedule: LiveSchedule;
  showingS: number | undefined;
  onChange: (schedule: LiveSchedule) => void;
}) {
  const { schedule, showingS, onChange } = props;
  if (schedule.kind === "demand" || showingS === undefined) return null;
  const sorted = schedule.kind === "clock" ? [...schedule.minutes].sort((a, b) => a - b) : [];
  const gaps = sorted.map((minute, i) => (sorted[i + 1] ?? sorted[0]! + 1440) - minute);
  const leastS = 60 * (schedule.kind === "every" ? schedule.minutes : Math.min(...gaps));
  if (leastS >= showingS) return null;
  const fitting = Math.ceil(showingS / 6) / 10;
  return (
    <Notice weight="warn">
      The order lasts {Math.round(showingS)} s, and the next start comes after {Math.round(leastS)} s. Starts that come
      while it is still on are skipped.{" "}
      {schedule.kind === "every" && (
        <button
          data-help={orderDeeds.fittingMinutes.help}
          type="button"
          className="chip"
          onClick={() => onChange({ ...schedule, minutes: fitting })}
        >
          Every {fitting} minutes
        </button>
      )}
    </Notice>
  );
}

/** When a live page shows its order by itself. */
export function ScheduleForm({
  schedule,
  showingS,
  onChange,
}: {
  schedule: LiveSchedule;
  /** How long one showing of the order is; undefined while that is not known. */
  showingS: number | undefined;
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
      setFault(
        wrong === undefined
          ? "Enter at least one time, such as 20:15."
          : `“${wrong}” is not a time of day such as 20:15.`,
      );
      return;
    }
    setFault(undefined);
    const sorted = [...new Set(minutes as number[])].sort((a, b) => a - b);
    onChange({ kind: "clock", minutes: sorted, offsetMinutes: -new Date().getTimezoneOffset() });
  };
  return (
    <div className="align-items-center d-flex flex-wrap gap-8" data-help={orderFacts.schedule.help}>
      <Form.Select
        size="sm"
        className="w-auto"
        aria-label={orderFacts.schedule.label}
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
      <Unfit schedule={schedule} showingS={showingS} onChange={onChange} />
    </div>
  );
}
