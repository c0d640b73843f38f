"use client";
import { PauseFill, PlayFill } from "react-bootstrap-icons";
import { frameToS } from "@/core/document/fps";
import type { StagePlayer } from "./player";
import type { PlayerView } from "./view";

const seconds = (timeS: number) => `${timeS.toFixed(2)} s`;

/** Play, and a ruler of the clip: arrive, stay and leave to scale with the time needle. */
export function Transport({ player, view }: { player: StagePlayer; view: PlayerView }) {
  const first = view.stage.kind === "ready" ? view.stage.formats[0] : undefined;
  const { lengthS } = view;
  const share = (partS: number) => `${lengthS > 0 ? (100 * partS) / lengthS : 0}%`;
  return (
    <div className="transport align-items-center d-flex gap-16">
      <button
        type="button"
        className="transport__play align-items-center text-sheet d-flex flex-none justify-content-center"
        onClick={() => player.toggle()}
        disabled={!first}
        aria-label={view.playing ? "Pause" : "Play"}
        title={`${view.playing ? "Pause" : "Play"} (Space)`}
      >
        {view.playing ? <PauseFill /> : <PlayFill />}
      </button>
      <div className="transport__ruler flex-1 position-relative">
        {first && (
          <div className="border d-flex h-100 overflow-hidden" aria-hidden>
            <span
              className="phase align-items-center d-flex justify-content-center overflow-hidden phase-arrive text-verdigris"
              style={{ width: share(first.arriveS) }}
              title="Arrive"
            >
              <b>Arrive</b>
            </span>
            <span
              className="phase align-items-center d-flex justify-content-center overflow-hidden phase-stay flex-1"
              title="Stay"
            >
              <b>Stay</b>
            </span>
            <span
              className="phase align-items-center d-flex justify-content-center overflow-hidden phase-leave"
              style={{ width: share(first.leaveS) }}
              title="Leave"
            >
              <b>Leave</b>
            </span>
          </div>
        )}
        <input
          type="range"
          min={0}
          max={lengthS || 1}
          step={frameToS(1, player.fps)}
          value={view.timeS}
          disabled={!first}
          aria-label="Instant of the clip"
          aria-valuetext={seconds(view.timeS)}
          onChange={(event) => {
            player.pause();
            player.seek(Number(event.target.value));
          }}
        />
        <i className="transport__needle" style={{ left: share(view.timeS) }} aria-hidden />
      </div>
      <output className="figures transport__time text-end">
        {seconds(view.timeS)} <small>of {seconds(lengthS)}</small>
      </output>
    </div>
  );
}
