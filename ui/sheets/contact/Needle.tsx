"use client";
import { useSyncExternalStore } from "react";
import { Button } from "react-bootstrap";
import { PauseFill, PlayFill } from "react-bootstrap-icons";
import type { ContactClock } from "./clock";

/** One needle for all clips: pulled, played, or let go, so that each shows its best instant. */
export function Needle({ clock, lengthS }: { clock: ContactClock; lengthS: number }) {
  const { timeS, playing } = useSyncExternalStore(clock.subscribe, clock.snapshot, clock.snapshot);
  return (
    <div className="contact__needle transport align-items-center d-flex gap-16">
      <button
        type="button"
        className="transport__play align-items-center text-sheet d-flex flex-none justify-content-center"
        onClick={() => clock.toggle()}
        aria-label={playing ? "Pause" : "Play all that are in view"}
      >
        {playing ? <PauseFill /> : <PlayFill />}
      </button>
      <div className="transport__ruler flex-1 position-relative">
        <div className="border d-flex h-100" aria-hidden />
        <input
          type="range"
          min={0}
          max={lengthS}
          step={0.04}
          value={timeS ?? 0}
          aria-label="Instant of all clips"
          aria-valuetext={timeS === undefined ? "the best of each" : `${timeS.toFixed(2)} s`}
          onChange={(event) => clock.seek(Number(event.target.value))}
          // Pressed at its beginning it has not changed, and yet leaves the best of each.
          onPointerUp={(event) => !playing && clock.seek(Number(event.currentTarget.value))}
        />
        {timeS !== undefined && (
          <i className="transport__needle" style={{ left: `${(100 * timeS) / lengthS}%` }} aria-hidden />
        )}
      </div>
      <output className="figures transport__time text-end">
        {timeS === undefined ? "the best of each" : `${timeS.toFixed(2)} s`}
      </output>
      <Button variant="segment" size="sm" disabled={timeS === undefined} onClick={() => clock.seek(undefined)}>
        Poster
      </Button>
    </div>
  );
}
