"use client";
import { useState } from "react";
import { ArrowRepeat, Film, Flag, Intersect, MusicNoteBeamed, PauseFill, PlayFill } from "react-bootstrap-icons";
import { addCue } from "@/core/edit/cues";
import type { PreparedFormat } from "@/ui/stage/protocol";
import type { StagePlayer } from "@/ui/stage/player";
import type { PlayerView } from "@/ui/stage/view";
import { usePlayerView } from "@/ui/stage/use-player";
import { NumberBox } from "../page/NumberBox";
import { undoStep } from "@/ui/parts/history";
import { useBench, useBenchStore } from "../store";
import { FilmStrip } from "./FilmStrip";
import { stretchOf, type Papers } from "./papers";
import { Ruler } from "./Ruler";
import { seconds } from "./seconds";

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
    <div className="strip__head align-items-center border-bottom d-flex gap-10 pt-4 pe-32 ps-14 pb-4">
      <div className="strip__look align-items-center d-flex flex-none gap-4">
        <button
          type="button"
          className="transport__play align-items-center text-sheet d-flex flex-none justify-content-center"
          onClick={() => player.toggle()}
          disabled={!shown}
          aria-label={playing ? "Pause" : "Play"}
          title="Space"
        >
          {playing ? <PauseFill /> : <PlayFill />}
        </button>
        <Clock player={player} />
        <select
          className="strip__rate bg-none fs-12 p-0"
          aria-label="Playback speed"
          title="Playback speed"
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
          title="Loop the phase at the playhead"
          onClick={() =>
            player.playWithin(within ? undefined : stretchOf(phaseAt(papers, player.snapshot().timeS), papers))
          }
        >
          <ArrowRepeat aria-hidden /> <span className="visually-hidden">Loop this phase</span>
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
    <span className="align-items-center d-inline-flex flex-1 gap-4 text-nowrap figures">
      <output>{seconds(timeS)}</output> <small>of</small>
      <NumberBox
        value={Math.round((tried ?? lengthS) * 100) / 100}
        unit="s"
        min={min}
        max={max}
        step={0.5}
        label="Test length of the clip"
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
      title="New cue at the playhead (C)"
      onClick={() => store.getState().edit("New cue", (draft) => void addCue(draft, player.snapshot().timeS))}
    >
      <Flag aria-hidden /> <span className="visually-hidden">New cue at the playhead</span>
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
      title="Hold to see the state before the last change"
      onPointerDown={show}
      onPointerUp={end}
      onPointerLeave={end}
      onKeyDown={(event) => (event.key === " " || event.key === "Enter") && !event.repeat && show()}
      onKeyUp={end}
      onBlur={end}
    >
      <Intersect aria-hidden /> <span className="visually-hidden">Hold to see the state before</span>
    </button>
  );
}
