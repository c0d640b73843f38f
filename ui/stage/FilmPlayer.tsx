"use client";
import { useRef, useState, type CSSProperties, type ReactNode, type RefObject } from "react";
import { Fullscreen, PauseFill, PlayFill, VolumeMuteFill, VolumeUpFill } from "react-bootstrap-icons";
import type { Opening } from "@/core/outputs/opening";
import { closeUpOf, placeOf } from "./frame-part";

type Size = { readonly width: number; readonly height: number };

export interface Film {
  readonly url: string;
  readonly label: string;
  /** Pixels of its frame, where they are known. */
  readonly size: Size | undefined;
  /** Unknown of files of older versions: they open in their middle, as a whole. */
  readonly opening: Opening | undefined;
  /** Seconds of one frame, so far the arrow keys move. */
  readonly frameS: number;
  readonly sound: boolean;
}

/** A film with its controls below it, never over the graphic. It opens at its poster’s instant, close up to what is drawn. */
export function FilmPlayer(props: {
  film: Film;
  /** What the graphic is judged against. */
  plate?: string;
  /** What lies under it. */
  under?: ReactNode;
  /** The video itself, for whoever wants to know its instant. */
  video?: RefObject<HTMLVideoElement | null>;
}) {
  const { film, plate = "", under } = props;
  const { url, label, size, opening } = film;
  const own = useRef<HTMLVideoElement>(null);
  const video = props.video ?? own;
  const [muted, setMuted] = useState(false);
  const [whole, setWhole] = useState(false);
  const part = opening && size && closeUpOf(opening.drawn, size);
  const shown = part && !whole ? part : undefined;
  const { width, height } = shown ?? size ?? { width: 16, height: 9 };
  const at = opening ? `#t=${opening.posterS.toFixed(3)}` : "";
  const { atS, lengthS, playing, handlers } = useFilmState(opening?.posterS);
  return (
    <div className="film-player">
      <div
        className={`film-player__frame ${plate}`}
        style={{ "--ratio": width / height } as CSSProperties}
        data-close={shown !== undefined}
      >
        {under}
        <video
          ref={video}
          src={url + at}
          className={shown ? "film-player__part" : undefined}
          style={shown && placeOf(shown, size!)}
          aria-label={label}
          loop
          muted={muted || !film.sound}
          playsInline
          preload="metadata"
          {...handlers}
        />
      </div>
      <Controls
        {...{ film, video, playing, atS, lengthS, muted, setMuted }}
        wholeSwitch={
          part && (
            <button type="button" className="chip" onClick={() => setWhole(!whole)}>
              {whole ? "Close up" : "Whole frame"}
            </button>
          )
        }
      />
    </div>
  );
}

/** What a video says of itself. One without a poster's instant, or that ends before it, opens in its middle. */
function useFilmState(posterS: number | undefined) {
  const [playing, setPlaying] = useState(false);
  const [lengthS, setLength] = useState(0);
  const [atS, setAt] = useState(posterS ?? 0);
  const handlers = {
    onPlay: () => setPlaying(true),
    onPause: () => setPlaying(false),
    onTimeUpdate: ({ currentTarget }: { currentTarget: HTMLVideoElement }) => setAt(currentTarget.currentTime),
    onLoadedMetadata: ({ currentTarget }: { currentTarget: HTMLVideoElement }) => {
      const { duration } = currentTarget;
      if (!Number.isFinite(duration)) return;
      setLength(duration);
      if (posterS === undefined || posterS > duration) currentTarget.currentTime = duration / 2;
    },
  };
  return { playing, lengthS, atS, handlers };
}

function seek(video: HTMLVideoElement | null, toS: number): void {
  if (video) video.currentTime = toS;
}

function Controls(props: {
  film: Film;
  video: RefObject<HTMLVideoElement | null>;
  playing: boolean;
  atS: number;
  lengthS: number;
  muted: boolean;
  setMuted: (muted: boolean) => void;
  wholeSwitch: ReactNode;
}) {
  const { film, video, playing, atS, lengthS, muted, setMuted, wholeSwitch } = props;
  const toggle = () => void (video.current?.paused ? video.current.play() : video.current?.pause());
  return (
    <div className="film-player__controls">
      <button type="button" className="tool" aria-label={playing ? "Pause" : "Play"} onClick={toggle}>
        {playing ? <PauseFill /> : <PlayFill />}
      </button>
      <input
        type="range"
        aria-label="Playhead"
        aria-valuetext={`${atS.toFixed(2)} of ${lengthS.toFixed(2)} seconds`}
        min={0}
        max={lengthS}
        step={film.frameS}
        value={Math.min(lengthS, atS)}
        onChange={(event) => seek(video.current, Number(event.target.value))}
      />
      <span className="figures">
        {atS.toFixed(2)} / {lengthS.toFixed(2)} s
      </span>
      {film.sound && (
        <button type="button" className="tool" aria-pressed={muted} aria-label="Mute" onClick={() => setMuted(!muted)}>
          {muted ? <VolumeMuteFill /> : <VolumeUpFill />}
        </button>
      )}
      {wholeSwitch}
      {document.fullscreenEnabled && (
        <button
          type="button"
          className="tool"
          aria-label="Full screen"
          onClick={() => {
            const box = video.current?.closest(".film-player");
            void (document.fullscreenElement ? document.exitFullscreen() : box?.requestFullscreen());
          }}
        >
          <Fullscreen />
        </button>
      )}
    </div>
  );
}
