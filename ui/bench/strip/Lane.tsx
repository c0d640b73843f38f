"use client";
import { useRef, type CSSProperties, type KeyboardEvent, type PointerEvent } from "react";
import type { Layer } from "@/core/document/layer";
import type { KeyTime } from "@/core/document/keys";
import { anchoredAt } from "@/core/edit/anchored";
import { makeOwnLeave, tidy } from "@/core/edit/moves";
import { plainFps } from "@/core/outputs/output";
import { fadeTogetherS } from "@/core/schedule/timetable";
import type { KeyTick, MoveBar } from "@/ui/stage/protocol";
import { takeHold, wayOf, type Hold } from "@/ui/parts/hold";
import { useBench, useBenchStore } from "../store";
import { Bar } from "./Bar";
import { slotsOf } from "./slots";
import { barPlace, secondOf, shareAt, timeAt, type Papers } from "./papers";

interface LaneProps {
  readonly layer: Layer;
  readonly papers: Papers;
  readonly ownLeaveS: number;
  readonly bars: readonly MoveBar[];
  readonly ticks: readonly KeyTick[];
}

const at = (left: number, width: number): CSSProperties => ({ left: `${left * 100}%`, width: `${width * 100}%` });

/** A layer's moves on the papers of their phases; a leave that mirrors its arrive as a hatched echo; its keys as ticks. */
export function Lane({ layer, papers, ownLeaveS, bars, ticks }: LaneProps) {
  const { arrive, stay, leave, fold } = papers;
  const own = layer.moves.some(({ phase }) => phase === "leave");
  const slots = slotsOf(bars);
  const { choose, pointing } = useBenchStore().getState();
  return (
    <div
      className="strip__lane flex-1 overflow-hidden position-relative"
      // A press on a track chooses its layer; bars and ticks have presses of their own.
      onPointerDown={(event) => {
        const onTrack = !(event.target as HTMLElement).closest("button");
        if (onTrack && event.button === 0 && !pointing) choose([layer.id]);
      }}
    >
      <i className="strip__paper bg-sheet position-absolute" style={at(0, arrive)} />
      <i className="strip__paper bg-body position-absolute" style={at(arrive, stay)} />
      {fold && <i className="strip__fold position-absolute" style={at(fold.from, fold.width)} />}
      <i className="strip__paper bg-sheet position-absolute" style={at(arrive + stay, leave)} />
      <Counting layer={layer} papers={papers} />
      {!own && <Echo layer={layer} papers={papers} bars={bars} />}
      {bars.map((bar) => {
        const move = layer.moves.find(({ id }) => id === bar.move);
        const slot = slots.get(bar.move);
        return move && <Bar key={bar.move} {...{ move, bar, papers, ownLeaveS, slot }} />;
      })}
      {ticks.map((tick) => (
        <Tick key={`${tick.track} ${tick.key}`} layer={layer} tick={tick} papers={papers} />
      ))}
    </div>
  );
}

/** A thin line under the bars for as long as a layer shows the time, as a meter or in figures. */
function Counting({ layer, papers }: { layer: Layer; papers: Papers }) {
  const cues = useBench((state) => state.document.cues);
  const shown = layer.meter ?? (layer.kind === "text" ? layer.timer : undefined);
  if (!shown) return null;
  const fromS = secondOf(shown.start, papers, cues) ?? 0;
  const toS = secondOf(shown.end, papers, cues) ?? papers.lengthS;
  const [left, right] = [fromS, toS].map((timeS) => shareAt(papers, Math.min(papers.lengthS, Math.max(0, timeS)))) as [
    number,
    number,
  ];
  return (
    <i
      className="lane-counting position-absolute"
      style={at(left, Math.max(0, right - left))}
      title={`Progress from ${fromS.toFixed(2)} s to ${toS.toFixed(2)} s`}
    />
  );
}

/** The mirrored leave; a press makes it the layer's own. */
function Echo({ layer, papers, bars }: { layer: Layer; papers: Papers; bars: readonly MoveBar[] }) {
  const store = useBenchStore();
  const pace = useBench((state) => state.document.leavePace);
  const together = useBench((state) => state.document.leave === "together");
  const arriving = bars.filter(({ phase }) => phase === "arrive");
  if (arriving.length === 0) return null;
  const togetherS = together ? fadeTogetherS : undefined;
  // Fading at once is one thing, however many moves it stands in for.
  const echoed = together ? arriving.slice(0, 1) : arriving;
  const places = echoed.map((bar) => barPlace(papers, bar, { phase: "echo", pace, togetherS }));
  const own = () => {
    const times = new Map(arriving.map((bar) => [bar.move, bar]));
    const { arriveS, squeeze } = papers;
    store.getState().edit("Edit the leave", (draft) => {
      makeOwnLeave(draft, layer.id, times, arriveS / squeeze);
    });
  };
  const left = Math.min(...places.map((place) => place.left));
  const right = Math.max(...places.map((place) => place.left + place.width));
  return (
    <button
      type="button"
      className="echo bg-none border-0 p-0 position-absolute"
      tabIndex={-1}
      style={at(left, right - left)}
      title={
        together ? "Fades with all the others. Press to give it its own leave." : "Mirrors arrive. Press to edit it."
      }
      aria-label={`${layer.name} mirrors arrive; edit its leave`}
      onClick={own}
    >
      {places.map((place, i) => (
        <b
          key={arriving[i]!.move}
          className="bar-echo"
          style={at((place.left - left) / (right - left), place.width / (right - left))}
        />
      ))}
    </button>
  );
}

let pulls = 0;

/** A hand-set key, to pull and to nudge. It keeps to what it is anchored to. */
function Tick({ layer, tick, papers }: { layer: Layer; tick: KeyTick; papers: Papers }) {
  const store = useBenchStore();
  const fps = useBench((state) => state.document.fps) ?? plainFps;
  const pull = useRef<{ name: string; hold: Hold; at: KeyTime; timeS: number; papers: Papers } | undefined>(undefined);
  const track = layer.keys[tick.track];
  const key = track?.keys[tick.key];
  if (!track || !key) return null;
  const move = (name: string, toward: (at: KeyTime) => KeyTime) =>
    store.getState().edit(
      "Move a keyframe",
      (draft) => {
        const own = draft.layers.find(({ id }) => id === layer.id)?.keys[tick.track]?.keys[tick.key];
        if (own) own.at = toward(own.at);
      },
      name,
    );
  const drag = (event: PointerEvent<HTMLElement>) => {
    const now = pull.current;
    const way = now && wayOf(now.hold, event);
    if (!way) return;
    const { width } = event.currentTarget.parentElement!.getBoundingClientRect();
    const toS = timeAt(now.papers, shareAt(now.papers, now.timeS) + way.x / width);
    // From where it was taken: what is drawn lags behind what has been done.
    move(now.name, () => pulledTo(now.at, now.timeS, toS, now.papers));
  };
  /** On the first or the last frame it means that frame; elsewhere it keeps its own anchor. */
  const pulledTo = (
    at: KeyTime,
    fromS: number,
    toS: number,
    { arriveS, leaveS, lengthS, ...rest }: Papers,
  ): KeyTime => {
    const ends = anchoredAt(toS, { arriveS, leaveS, lengthS, fps });
    const isEnd = (ends.anchor === "start" || ends.anchor === "end") && ends.gap === 0;
    return isEnd ? ends : shifted(at, toS - fromS, { arriveS, leaveS, lengthS, ...rest });
  };
  const end = () => {
    pull.current = undefined;
    store.getState().show({ gesture: undefined, papers: undefined });
  };
  const keys = (event: KeyboardEvent) => {
    const way = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (event.key === "Delete" || event.key === "Backspace") {
      store.getState().edit("Remove a keyframe", (draft) => {
        const own = draft.layers.find(({ id }) => id === layer.id);
        own?.keys[tick.track]?.keys.splice(tick.key, 1);
        if (own) own.keys = own.keys.filter((other) => other.keys.length > 0);
      });
    } else if (way !== undefined)
      move(`key ${layer.id} ${tick.track}`, (at) => shifted(at, way * (event.shiftKey ? 0.5 : 0.02), papers));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const label = `${track.property} ${typeof key.value === "number" ? Math.round(key.value * 100) / 100 : key.value}`;
  return (
    <button
      type="button"
      className={`tick-key${tick.hold ? " is-hold" : ""}`}
      style={{ left: `${shareAt(papers, tick.timeS) * 100}%` }}
      title={`${label} at ${tick.timeS.toFixed(2)} s${tick.hold ? ", held" : ""}`}
      aria-label={`Keyframe of ${layer.name}: ${label} at ${tick.timeS.toFixed(2)} s`}
      onPointerDown={(event) => {
        const hold = takeHold(event);
        store.getState().choose([layer.id]);
        store.getState().show({ gesture: "strip", papers });
        pull.current = { name: `drag key ${++pulls}`, hold, at: key.at, timeS: tick.timeS, papers };
      }}
      onPointerMove={drag}
      onPointerUp={end}
      onPointerCancel={end}
      onKeyDown={keys}
    />
  );
}

/** An instant so many seconds later, by the same anchor: a share of the stay becomes another share. */
function shifted(at: KeyTime, byS: number, { arriveS, leaveS, lengthS }: Papers): KeyTime {
  const stayS = lengthS - arriveS - leaveS;
  if (at.anchor !== "stay" || stayS <= 0) return { ...at, gap: tidy(at.gap + byS) };
  const share = at.share + byS / stayS;
  return share >= 0 && share <= 1
    ? { ...at, share: Math.round(share * 1e4) / 1e4 }
    : { ...at, gap: tidy(at.gap + byS) };
}
