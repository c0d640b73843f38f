"use client";
import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { ArrowRepeat, Film, Flag, Intersect, MusicNoteBeamed, PauseFill, PlayFill } from "react-bootstrap-icons";
import { tidy } from "@/core/edit/moves";
import { addCue, moveCue, removeCue } from "@/core/edit/cues";
import type { PreparedFormat } from "@/ui/stage/protocol";
import type { PlayerView, StagePlayer } from "@/ui/stage/player";
import { usePlayerView } from "@/ui/stage/use-player";
import { NumberBox } from "../page/NumberBox";
import { undoStep } from "../history";
import { useBench, useBenchStore } from "../store";
import { FilmStrip } from "./FilmStrip";
import { shareAt, stretchOf, timeAt, type Papers } from "./papers";

const seconds = (timeS: number) => `${timeS.toFixed(2)} s`;
const playingOf = (view: PlayerView) => view.playing;
const timeOf = (view: PlayerView) => view.timeS;
const rateOf = (view: PlayerView) => view.rate;
const withinOf = (view: PlayerView) => view.within;

/** Over the rows: play and its pace, the clip's length to try, and the papers with cues and the needle. */
export function StripHead({
  player,
  papers,
  shown,
  onSound,
}: {
  player: StagePlayer;
  papers: Papers;
  shown: PreparedFormat | undefined;
  onSound: () => void;
}) {
  const playing = usePlayerView(player, playingOf);
  const rate = usePlayerView(player, rateOf);
  const within = usePlayerView(player, withinOf);
  const sound = useBench((state) => state.document.sound);
  const [film, setFilm] = useState(false);
  return (
    <div className="strip__head">
      <div className="strip__look">
        <button
          type="button"
          className="transport__play"
          onClick={() => player.toggle()}
          disabled={!shown}
          aria-label={playing ? "Pause" : "Play"}
          title="Space"
        >
          {playing ? <PauseFill /> : <PlayFill />}
        </button>
        <Clock player={player} />
        <select
          className="strip__rate"
          aria-label="Pace of playing"
          title="Pace of playing"
          value={rate}
          onChange={(event) => player.pace(Number(event.target.value))}
        >
          <option value={1}>1 ×</option>
          <option value={0.5}>½ ×</option>
          <option value={0.25}>¼ ×</option>
        </select>
        <button
          type="button"
          className="small-button"
          aria-pressed={within !== undefined}
          title="Again and again: the phase the needle is in"
          onClick={() =>
            player.playWithin(within ? undefined : stretchOf(phaseAt(papers, player.snapshot().timeS), papers))
          }
        >
          <ArrowRepeat aria-hidden /> <span className="visually-hidden">Play this phase again and again</span>
        </button>
        <button
          type="button"
          className={`small-button${sound ? " is-on" : ""}`}
          title="Sound and cues"
          onClick={onSound}
        >
          <MusicNoteBeamed aria-hidden /> <span className="visually-hidden">Sound and cues</span>
        </button>
        <CueButton player={player} />
        <BeforeButton />
        <button
          type="button"
          className="small-button"
          aria-pressed={film}
          title="Film strip of the chosen layer"
          onClick={() => setFilm(!film)}
        >
          <Film aria-hidden /> <span className="visually-hidden">Film strip of the chosen layer</span>
        </button>
      </div>
      {film && (
        <FilmStrip
          player={player}
          papers={papers}
          phase={phaseAt(papers, player.snapshot().timeS)}
          onClose={() => setFilm(false)}
        />
      )}
      <Ruler papers={papers} player={player} shown={shown} />
    </div>
  );
}

const phaseAt = ({ arriveS, leaveS, lengthS }: Papers, timeS: number): "arrive" | "stay" | "leave" =>
  timeS < arriveS ? "arrive" : timeS > lengthS - leaveS ? "leave" : "stay";

function Clock({ player }: { player: StagePlayer }) {
  const timeS = usePlayerView(player, timeOf);
  const lengthS = usePlayerView(player, (view) => view.lengthS);
  const store = useBenchStore();
  const { min, max, default: usual } = useBench((state) => state.document.length);
  const tried = useBench((state) => state.tryLengthS);
  return (
    <span className="strip__time figures">
      <output>{seconds(timeS)}</output> <small>of</small>
      <NumberBox
        value={Math.round((tried ?? lengthS) * 100) / 100}
        unit="s"
        min={min}
        max={max}
        step={0.5}
        label="Clip length that is tried"
        onChange={(next) => store.getState().show({ tryLengthS: next === usual ? undefined : next })}
      />
    </span>
  );
}

function CueButton({ player }: { player: StagePlayer }) {
  const store = useBenchStore();
  return (
    <button
      type="button"
      className="small-button"
      title="New cue at the needle (C)"
      onClick={() => store.getState().edit("New cue", (draft) => void addCue(draft, player.snapshot().timeS))}
    >
      <Flag aria-hidden /> <span className="visually-hidden">New cue at the needle</span>
    </button>
  );
}

/** As long as it is held, everything looks as it did before the last change. */
function BeforeButton() {
  const store = useBenchStore();
  const past = useBench((state) => state.history.past.length);
  const show = () => {
    const { document, history } = store.getState();
    const before = undoStep(document, history)?.document;
    if (before) store.getState().show({ trial: before });
  };
  const end = () => store.getState().show({ trial: undefined });
  return (
    <button
      type="button"
      className="small-button"
      disabled={past === 0}
      title="Hold to see it as it was before the last change"
      onPointerDown={show}
      onPointerUp={end}
      onPointerLeave={end}
      onKeyDown={(event) => (event.key === " " || event.key === "Enter") && !event.repeat && show()}
      onKeyUp={end}
      onBlur={end}
    >
      <Intersect aria-hidden /> <span className="visually-hidden">Hold to see it as it was before</span>
    </button>
  );
}

function Ruler({ papers, player, shown }: { papers: Papers; player: StagePlayer; shown: PreparedFormat | undefined }) {
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
    <div className={`papers${cues.length > 0 ? " has-cues" : ""}`} onPointerDown={scrub} onPointerMove={scrub}>
      <div
        className="papers__slider"
        role="slider"
        tabIndex={0}
        aria-label="Instant of the clip"
        aria-valuemin={0}
        aria-valuemax={lengthS}
        aria-valuenow={timeS}
        aria-valuetext={seconds(timeS)}
        onKeyDown={keys}
      />
      <span className="papers__arrive" style={{ width: `${papers.arrive * 100}%` }}>
        Arrive <small className="figures">{seconds(arriveS)}</small>
      </span>
      <span className="papers__stay" style={{ width: `${papers.stay * 100}%` }}>
        Stay <small className="figures">{seconds(Math.max(0, lengthS - arriveS - leaveS))}</small>
        <FoldMark lengthS={lengthS} />
      </span>
      <span className="papers__leave">
        Leave <small className="figures">{seconds(leaveS)}</small>
      </span>
      {shown?.cues.map(({ id, timeS: at }) => {
        const cue = cues.find((other) => other.id === id);
        return (
          cue && (
            <CueFlag
              key={id}
              name={cue.name}
              timeS={at}
              left={shareAt(papers, at)}
              onRemove={() => store.getState().edit("Take a cue away", (draft) => removeCue(draft, id))}
              onMove={(toShare, name) => {
                const next = typeof toShare === "number" ? timeAt(papers, toShare) : at + toShare.byS;
                store.getState().edit("Move a cue", (draft) => moveCue(draft, id, next), name);
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
function FoldMark({ lengthS }: { lengthS: number }) {
  const store = useBenchStore();
  const { min, max, default: usual } = useBench((state) => state.document.length);
  const pull = useRef<{ x: number; fromS: number } | undefined>(undefined);
  const tryLength = (wanted: number) => {
    const next = Math.min(max, Math.max(min, Math.round(wanted * 10) / 10));
    store.getState().show({ tryLengthS: next === usual ? undefined : next });
  };
  return (
    <span
      className="papers__fold"
      role="slider"
      tabIndex={0}
      aria-label="Fold of the stay: try other clip lengths"
      aria-valuemin={min}
      aria-valuemax={max}
      aria-valuenow={lengthS}
      aria-valuetext={seconds(lengthS)}
      title="Pull to try other lengths of the clip"
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
  const pull = useRef<string | undefined>(undefined);
  return (
    <button
      type="button"
      className="papers__cue"
      style={{ left: `${left * 100}%` }}
      title={`${name}, ${seconds(timeS)}`}
      aria-label={`Cue ${name} at ${seconds(timeS)}; arrow keys move it`}
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        pull.current = `drag cue ${++pulls}`;
      }}
      onPointerMove={(event) => {
        if (!pull.current) return;
        const { left, width } = event.currentTarget.parentElement!.getBoundingClientRect();
        onMove((event.clientX - left) / width, pull.current);
      }}
      onPointerUp={() => (pull.current = undefined)}
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
