"use client";
import type { CSSProperties } from "react";
import type { Move } from "@/core/document/move";
import { kinds } from "@/core/motion/kinds";
import { sentenceOf } from "@/core/motion/sentence";
import { kindWords } from "@/core/motion/words";
import type { MoveBar } from "@/ui/stage/protocol";
import { useBench, useBenchStore } from "../store";
import { easePath } from "./ease-path";
import { barPlace, type Papers } from "./papers";
import type { Slot } from "./slots";
import { seconds } from "./seconds";
import { useBarKeys, useBarPull } from "./use-bar";

/** Height of a bar that has a track to itself. */
const trackPx = 24;

/** One move: pull it to another time, pull an end to make it longer, pull its knob onto another bar to wait for that. */
export function Bar({
  move,
  bar,
  papers,
  ownLeaveS,
  slot,
}: {
  move: Move;
  bar: MoveBar;
  papers: Papers;
  ownLeaveS: number;
  /** Its place beside others that run at the same time; all of the track unless given. */
  slot?: Slot | undefined;
}) {
  const store = useBenchStore();
  const chosen = useBench((state) => state.moves.includes(move.id));
  const pull = useBarPull(move, bar, papers, ownLeaveS);
  const keys = useBarKeys(move, bar, papers, ownLeaveS);
  const { phase } = move;
  const place = barPlace(papers, bar, phase === "leave" ? { phase, phaseS: ownLeaveS } : { phase });
  const sentence = `${sentenceOf(store.getState().document, move)}${loopEnd(bar)}`;
  return (
    <button
      type="button"
      className={`bar text-sheet fs-11 p-0 position-absolute text-start text-nowrap bar-${phase}${chosen ? " is-chosen" : ""}`}
      style={
        {
          left: `${place.left * 100}%`,
          width: `${Math.max(place.width, 0.004) * 100}%`,
          ...(slot && {
            height: trackPx / slot.of,
            top: 1 + (trackPx * slot.at) / slot.of,
            lineHeight: 1,
            borderWidth: 1,
          }),
        } as CSSProperties
      }
      data-move={move.id}
      data-phase={phase}
      data-turns={bar.turns}
      data-start={bar.startS}
      data-end={bar.endS}
      title={sentence}
      aria-label={sentence}
      aria-pressed={chosen}
      onKeyDown={keys}
      {...pull}
    >
      <svg viewBox="0 0 100 20" preserveAspectRatio="none" aria-hidden>
        <path d={easePath(move.ease ?? kinds[move.kind].ease)} />
      </svg>
      <span>{phase === "stay" ? stayWords(move) : kindWords[move.kind].name}</span>
      {chosen && phase !== "stay" && (
        <i className="bar__knob bg-sheet position-absolute" title="Drag onto another bar to start after it" />
      )}
    </button>
  );
}

/** Where a loop that is counted ends. */
const loopEnd = ({ turns, endS }: MoveBar): string =>
  turns === undefined ? "" : turns === 0 ? " The stay is too short for it." : ` It ends at ${seconds(endS)}.`;

const stayWords = ({ kind, loop }: Move): string =>
  `${kindWords[kind].name}${loop ? ` · ${loop.count ? `${loop.count} times` : "throughout"}` : ""}`;
