"use client";
import { useRef, type KeyboardEvent, type PointerEvent } from "react";
import { Flag } from "react-bootstrap-icons";
import { moveCue, removeCue } from "@/core/edit/cues";
import { tidy } from "@/core/edit/moves";
import type { StagePlayer } from "@/ui/stage/player";
import type { PlayerView } from "@/ui/stage/view";
import type { PreparedFormat } from "@/ui/stage/protocol";
import { usePlayerView } from "@/ui/stage/use-player";
import { takeHold, wayOf, type Hold } from "@/ui/parts/hold";
import { useBench, useBenchStore } from "../store";
import { shareAt, timeAt, type Papers } from "./papers";
import { seconds } from "./seconds";

const timeOf = (view: PlayerView) => view.timeS;

/** The papers with what stands over them: cues, the fold that tries other lengths, and the needle. */
export function Ruler({
  papers,
  player,
  shown,
}: {
  papers: Papers;
  player: StagePlayer;
  shown: PreparedFormat | undefined;
}) {
  const timeS = usePlayerView(player, timeOf);
  const store = useBenchStore();
  const cues = useBench((state) => state.document.cues);
  const share = (event: PointerEvent<Element>, of: Element) => {
    const { left, width } = of.getBoundingClientRect();
    return (event.clientX - left) / width;
  };
  const scrub = (event: PointerEvent<HTMLDivElement>) => {
    if (event.buttons !== 1 || (event.target as Element).closest(".papers__cue, .papers__fold")) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    player.pause();
    player.seek(timeAt(papers, share(event, event.currentTarget)));
  };
  const keys = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget) return;
    if (event.key !== "ArrowLeft" && event.key !== "ArrowRight") return;
    event.preventDefault();
    event.stopPropagation();
    player.step((event.key === "ArrowLeft" ? -1 : 1) * (event.shiftKey ? 10 : 1));
  };
  const { arriveS, leaveS, lengthS } = papers;
  return (
    <div className={`papers min-w-0${cues.length > 0 ? " has-cues" : ""}`} onPointerDown={scrub} onPointerMove={scrub}>
      <div
        className="papers__slider inset-0 position-absolute"
        role="slider"
        tabIndex={0}
        aria-label="Instant of the clip"
        aria-valuemin={0}
        aria-valuemax={lengthS}
        aria-valuenow={timeS}
        aria-valuetext={seconds(timeS)}
        onKeyDown={keys}
      />
      <span className="papers__arrive bg-sheet text-verdigris" style={{ width: `${papers.arrive * 100}%` }}>
        Arrive <small className="figures">{seconds(arriveS)}</small>
      </span>
      <span className="papers__stay position-relative" style={{ width: `${papers.stay * 100}%` }}>
        Stay <small className="figures">{seconds(Math.max(0, lengthS - arriveS - leaveS))}</small>
        {!papers.fold && <FoldMark lengthS={lengthS} />}
      </span>
      <span className="papers__leave bg-sheet flex-1">
        Leave <small className="figures">{seconds(leaveS)}</small>
      </span>
      {papers.fold && <FoldMark lengthS={lengthS} over={papers.fold} />}
      {shown?.cues.map(({ id, timeS: at }) => {
        const cue = cues.find((other) => other.id === id);
        return (
          cue && (
            <CueFlag
              key={id}
              name={cue.name}
              timeS={at}
              left={shareAt(papers, at)}
              onRemove={() => store.getState().edit("Remove a cue", (draft) => removeCue(draft, id))}
              onMove={(toShare, name) => {
                store.getState().edit(
                  "Move a cue",
                  (draft) => {
                    const own = draft.cues.find((other) => other.id === id);
                    const next = typeof toShare === "number" ? timeAt(papers, toShare) : own && own.at + toShare.byS;
                    if (next !== undefined) moveCue(draft, id, next);
                  },
                  name,
                );
              }}
            />
          )
        );
      })}
      <i className="papers__needle" style={{ left: `${shareAt(papers, timeS) * 100}%` }} aria-hidden />
    </div>
  );
}

let pulls = 0;

/** The fold in the stay's paper: pull it, or use the arrow keys, to try other lengths of the clip. */
function FoldMark({ lengthS, over }: { lengthS: number; over?: NonNullable<Papers["fold"]> }) {
  const store = useBenchStore();
  const { min, max, default: usual } = useBench((state) => state.document.length);
  const pull = useRef<{ x: number; fromS: number } | undefined>(undefined);
  const tryLength = (wanted: number) => {
    const next = Math.min(max, Math.max(min, Math.round(wanted * 10) / 10));
    store.getState().show({ tryLengthS: next === usual ? undefined : next });
  };
  return (
    <span
      className={`papers__fold bottom-0 position-absolute ${over ? "is-folded top-0" : "end-0"}`}
      style={over && { left: `${over.from * 100}%`, width: `${over.width * 100}%` }}
      role="slider"
      tabIndex={0}
      aria-label="Test other clip lengths"
      aria-valuemin={min}
      aria-valuemax={max}
      aria-valuenow={lengthS}
      aria-valuetext={seconds(lengthS)}
      title="Drag to test other clip lengths"
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        pull.current = { x: event.clientX, fromS: lengthS };
      }}
      onPointerMove={(event) => {
        if (!pull.current) return;
        // The farther it is pulled, the more a pixel counts: from a few seconds to minutes in one pull.
        const way = event.clientX - pull.current.x;
        tryLength(pull.current.fromS + Math.sign(way) * (Math.abs(way) / 40 + (way / 60) ** 2));
      }}
      onPointerUp={() => (pull.current = undefined)}
      onPointerCancel={() => (pull.current = undefined)}
      onKeyDown={(event) => {
        const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
        if (way === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        tryLength(lengthS + way * (event.shiftKey ? 5 : 0.5));
      }}
    />
  );
}

function CueFlag({
  name,
  timeS,
  left,
  onMove,
  onRemove,
}: {
  name: string;
  timeS: number;
  left: number;
  onMove: (to: number | { byS: number }, merge: string) => void;
  onRemove: () => void;
}) {
  const pull = useRef<{ name: string; hold: Hold; left: number } | undefined>(undefined);
  const end = () => (pull.current = undefined);
  return (
    <button
      type="button"
      className="papers__cue bg-none bottom-0 text-primary lh-1 p-0 position-absolute top-0"
      style={{ left: `${left * 100}%` }}
      title={`${name}, ${seconds(timeS)}`}
      aria-label={`Cue ${name} at ${seconds(timeS)}; arrow keys move it`}
      onPointerDown={(event) => (pull.current = { name: `drag cue ${++pulls}`, hold: takeHold(event), left })}
      onPointerMove={(event) => {
        const now = pull.current;
        const way = now && wayOf(now.hold, event);
        if (!way) return;
        const { width } = event.currentTarget.parentElement!.getBoundingClientRect();
        onMove(now.left + way.x / width, now.name);
      }}
      onPointerUp={end}
      onPointerCancel={end}
      onKeyDown={(event) => {
        const way = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
        if (event.key === "Delete" || event.key === "Backspace") onRemove();
        if (way === undefined && event.key !== "Delete" && event.key !== "Backspace") return;
        event.preventDefault();
        event.stopPropagation();
        if (way !== undefined) onMove({ byS: tidy(way * (event.shiftKey ? 0.5 : 0.02)) }, `cue ${name}`);
      }}
    >
      <Flag aria-hidden />
    </button>
  );
}
