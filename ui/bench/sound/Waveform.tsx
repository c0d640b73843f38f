"use client";
import { useMemo, useRef, type PointerEvent } from "react";
import { PauseFill, PlayFill } from "react-bootstrap-icons";
import type { Sound } from "@/core/document/design";
import { moveCue } from "@/core/edit/cues";
import { soundDeeds } from "@/core/facts/inspector-deeds";
import type { StagePlayer } from "@/ui/stage/player";
import type { PlayerView } from "@/ui/stage/view";
import { usePlayerView } from "@/ui/stage/use-player";
import { takeHold, wayOf, type Hold } from "@/ui/parts/hold";
import { useBench, useBenchStore } from "../store";
import { monoOf, peaksOf } from "./heard";

const columns = 480;
const height = 96;
const timeOf = (view: PlayerView) => view.timeS;
const playingOf = (view: PlayerView) => view.playing;
let pulls = 0;

/** What of it is pulled. */
type Held = "from" | "until" | "needle" | { readonly cue: string };

/** A sound drawn as ink, with the part that is used, the cues in it, and the needle of the clip. */
export function Waveform({
  player,
  buffer,
  sound,
  onChange,
}: {
  player: StagePlayer;
  buffer: AudioBuffer | undefined;
  sound: Sound;
  onChange: (sound: Sound, merge: boolean) => void;
}) {
  const store = useBenchStore();
  const cues = useBench((state) => state.document.cues);
  const timeS = usePlayerView(player, timeOf);
  const playing = usePlayerView(player, playingOf);
  const field = useRef<HTMLDivElement>(null);
  const pull = useRef<{ what: Held; name: string; hold: Hold; atS: number } | undefined>(undefined);
  const d = useMemo(() => (buffer ? inkOf(buffer) : ""), [buffer]);
  const wholeS = buffer?.duration ?? 1;
  const share = (second: number) => `${(100 * Math.min(wholeS, Math.max(0, second))) / wholeS}%`;
  const until = sound.until ?? wholeS;
  const secondAt = (event: PointerEvent) => {
    const { left, width } = field.current!.getBoundingClientRect();
    return Math.min(wholeS, Math.max(0, ((event.clientX - left) / width) * wholeS));
  };
  const drag = (event: PointerEvent) => {
    const now = pull.current;
    const way = now && wayOf(now.hold, event);
    if (!way) return;
    const reached = now.atS + (way.x / field.current!.getBoundingClientRect().width) * wholeS;
    const second = Math.round(Math.min(wholeS, Math.max(0, reached)) * 100) / 100;
    if (now.what === "from") onChange({ ...sound, from: Math.min(second, until - 0.1) }, true);
    else if (now.what === "until") onChange({ ...sound, until: Math.max(second, sound.from + 0.1) }, true);
    else if (now.what === "needle") player.seek(second - sound.from);
    else {
      const { cue } = now.what;
      store.getState().edit("Move a cue", (draft) => moveCue(draft, cue, second - sound.from), now.name);
    }
  };
  const begin = (event: PointerEvent, what: Held, atS: number) => {
    pull.current = { what, name: `drag sound ${++pulls}`, hold: takeHold(event, field.current!), atS };
    if (what === "needle") player.seek(atS - sound.from);
  };
  return (
    <div className="waveform align-items-center d-flex gap-12 mt-12">
      <button
        data-help={soundDeeds.playSound.help}
        type="button"
        className="transport__play align-items-center text-sheet d-flex flex-none justify-content-center"
        aria-label={playing ? "Pause" : "Play with the picture"}
        onClick={() => player.toggle()}
      >
        {playing ? <PauseFill /> : <PlayFill />}
      </button>
      <div
        ref={field}
        className="waveform__field bg-sheet border flex-1 position-relative user-select-none"
        aria-busy={buffer === undefined}
        onPointerDown={(event) => begin(event, "needle", secondAt(event))}
        onPointerMove={drag}
        onPointerUp={() => (pull.current = undefined)}
        onPointerCancel={() => (pull.current = undefined)}
      >
        <svg
          viewBox={`0 0 ${columns} ${height}`}
          preserveAspectRatio="none"
          role="img"
          aria-label="Waveform of the sound"
        >
          <path d={d} />
        </svg>
        <i className="waveform__unused pe-none" style={{ left: 0, width: share(sound.from) }} />
        <i className="waveform__unused pe-none" style={{ left: share(until), right: 0 }} />
        <i
          className="waveform__end"
          style={{ left: share(sound.from) }}
          onPointerDown={(e) => begin(e, "from", sound.from)}
        />
        <i className="waveform__end" style={{ left: share(until) }} onPointerDown={(e) => begin(e, "until", until)} />
        {cues.map(({ id, name, at }) => (
          <i
            key={id}
            className="waveform__cue ps-4"
            title={name}
            style={{ left: share(at + sound.from) }}
            onPointerDown={(event) => begin(event, { cue: id }, at + sound.from)}
          />
        ))}
        <i className="waveform__needle pe-none" style={{ left: share(timeS + sound.from) }} />
      </div>
    </div>
  );
}

function inkOf(buffer: AudioBuffer): string {
  const middle = height / 2;
  return peaksOf(monoOf(buffer), columns)
    .map(({ low, high }, x) => {
      const top = middle - Math.max(0.006, high) * (middle - 3);
      const bottom = middle - Math.min(-0.006, low) * (middle - 3);
      return `M${x + 0.5} ${top.toFixed(1)}V${bottom.toFixed(1)}`;
    })
    .join("");
}
