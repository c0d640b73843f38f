"use client";
import { useMemo, useState, type KeyboardEvent, type PointerEvent } from "react";
import {
  ChevronDown,
  ChevronRight,
  Eye,
  EyeSlash,
  InputCursorText,
  Lock,
  PauseFill,
  PlayFill,
  Unlock,
} from "react-bootstrap-icons";
import type { Layer } from "@/core/document/layer";
import { moveLayer, stepLayer } from "@/core/edit/layers";
import type { PlayerView, StagePlayer } from "@/ui/stage/player";
import type { MoveBar } from "@/ui/stage/protocol";
import { useBench, useBenchStore } from "../store";
import { papersOf, shareAt, timeAt, type Papers } from "./papers";
import { treeRows } from "./tree";

const seconds = (timeS: number) => `${timeS.toFixed(2)} s`;

/** Layer list and time in one: rows are layers, the papers are arrive, the folded stay, and leave. */
export function Strip({ player, view }: { player: StagePlayer; view: PlayerView }) {
  const layers = useBench((state) => state.document.layers);
  const format = useBench((state) => state.format);
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set());
  const [dragged, setDragged] = useState<string>();
  const rows = useMemo(() => treeRows(layers, folded), [layers, folded]);
  const shown =
    view.stage.kind === "ready"
      ? (view.stage.formats.find((f) => f.format.id === format) ?? view.stage.formats[0])
      : undefined;
  const papers = papersOf(shown?.arriveS ?? 0.6, shown?.leaveS ?? 0.5, view.lengthS || 6);
  const fold = (id: string) =>
    setFolded((before) => {
      const next = new Set(before);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  return (
    <section className="strip" aria-label="Layers and time">
      <div className="strip__head">
        <button
          type="button"
          className="transport__play"
          onClick={() => player.toggle()}
          disabled={!shown}
          aria-label={view.playing ? "Pause" : "Play"}
          title="Space"
        >
          {view.playing ? <PauseFill /> : <PlayFill />}
        </button>
        <output className="figures strip__time">
          {seconds(view.timeS)} <small>of {seconds(view.lengthS)}</small>
        </output>
        <Ruler papers={papers} player={player} view={view} />
      </div>
      <div className="strip__rows" role="tree" aria-label="Layers" aria-multiselectable>
        {rows.map(({ layer, depth }) => (
          <StripRow
            key={layer.id}
            layer={layer}
            depth={depth}
            folded={folded.has(layer.id)}
            onFold={() => fold(layer.id)}
            dragged={dragged}
            onDrag={setDragged}
            papers={papers}
            bars={shown?.bars.filter((bar) => bar.layer === layer.id) ?? []}
            order={rows.map((row) => row.layer.id)}
          />
        ))}
        <i
          className="strip__needle"
          style={{ "--at": shareAt(papers, view.timeS) } as React.CSSProperties}
          aria-hidden
        />
      </div>
    </section>
  );
}

function Ruler({ papers, player, view }: { papers: Papers; player: StagePlayer; view: PlayerView }) {
  const scrub = (event: PointerEvent<HTMLDivElement>) => {
    if (event.buttons !== 1) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const { left, width } = event.currentTarget.getBoundingClientRect();
    player.pause();
    player.seek(timeAt(papers, (event.clientX - left) / width));
  };
  const keys = (event: KeyboardEvent) => {
    if (event.key !== "ArrowLeft" && event.key !== "ArrowRight") return;
    event.preventDefault();
    event.stopPropagation();
    player.step((event.key === "ArrowLeft" ? -1 : 1) * (event.shiftKey ? 10 : 1));
  };
  return (
    <div
      className="papers"
      role="slider"
      tabIndex={0}
      aria-label="Instant of the clip"
      aria-valuemin={0}
      aria-valuemax={view.lengthS || 1}
      aria-valuenow={view.timeS}
      aria-valuetext={seconds(view.timeS)}
      onPointerDown={scrub}
      onPointerMove={scrub}
      onKeyDown={keys}
    >
      <span className="papers__arrive" style={{ width: `${papers.arrive * 100}%` }}>
        Arrive <small className="figures">{seconds(papers.arriveS)}</small>
      </span>
      <span className="papers__stay" style={{ width: `${papers.stay * 100}%` }}>
        Stay <small className="figures">{seconds(Math.max(0, papers.lengthS - papers.arriveS - papers.leaveS))}</small>
      </span>
      <span className="papers__leave">
        Leave <small className="figures">{seconds(papers.leaveS)}</small>
      </span>
      <i className="papers__needle" style={{ left: `${shareAt(papers, view.timeS) * 100}%` }} aria-hidden />
    </div>
  );
}

interface RowProps {
  layer: Layer;
  depth: number;
  folded: boolean;
  onFold: () => void;
  dragged: string | undefined;
  onDrag: (id: string | undefined) => void;
  papers: Papers;
  bars: readonly MoveBar[];
  order: readonly string[];
}

function StripRow({ layer, depth, folded, onFold, dragged, onDrag, papers, bars, order }: RowProps) {
  const store = useBenchStore();
  const chosen = useBench((state) => state.chosen.includes(layer.id));
  const filled = useBench((state) =>
    state.document.fields.some((field) => field.drives.some((d) => d.layer === layer.id)),
  );
  const [renaming, setRenaming] = useState(false);
  const [over, setOver] = useState<"above" | "below">();
  const { edit, choose } = store.getState();
  const toggle = (key: "hidden" | "locked", label: string) =>
    edit(label, (draft) => {
      const own = draft.layers.find(({ id }) => id === layer.id);
      if (own) own[key] = !own[key];
    });
  const take = (extend: boolean, range: boolean) => {
    const { chosen: before, pointing } = store.getState();
    if (pointing) {
      pointing.take(layer.id);
      store.getState().show({ pointing: undefined });
    } else if (range && before.length > 0) {
      const [a, b] = [order.indexOf(before[before.length - 1]!), order.indexOf(layer.id)].sort((x, y) => x - y) as [
        number,
        number,
      ];
      choose([...new Set([...before, ...order.slice(a, b + 1)])]);
    } else if (extend)
      choose(before.includes(layer.id) ? before.filter((id) => id !== layer.id) : [...before, layer.id]);
    else choose([layer.id]);
  };
  const keys = (event: KeyboardEvent<HTMLElement>) => {
    if (event.target !== event.currentTarget) return;
    const up = event.key === "ArrowUp";
    if (up || event.key === "ArrowDown") {
      event.preventDefault();
      event.stopPropagation();
      // The strip lists from top to bottom, the document paints from bottom to top.
      if (event.altKey) edit("Order", (draft) => stepLayer(draft, layer.id, up ? 1 : -1));
      else {
        const next = event.currentTarget.parentElement?.querySelector<HTMLElement>(
          `[data-row="${order[order.indexOf(layer.id) + (up ? -1 : 1)]}"]`,
        );
        next?.focus();
      }
    } else if (event.key === "Enter") take(event.ctrlKey || event.metaKey, event.shiftKey);
    else if (event.key === "F2") setRenaming(true);
    else if (
      layer.kind === "group" &&
      ((event.key === "ArrowLeft" && !folded) || (event.key === "ArrowRight" && folded))
    ) {
      event.preventDefault();
      event.stopPropagation();
      onFold();
    } else if (event.key === "h") toggle("hidden", "Hide or show");
    else if (event.key === "l") toggle("locked", "Lock or free");
  };
  const rename = (name: string) => {
    setRenaming(false);
    if (name.trim() !== "" && name !== layer.name) {
      edit("Rename", (draft) => {
        const own = draft.layers.find(({ id }) => id === layer.id);
        if (own) own.name = name.trim().slice(0, 80);
      });
    }
  };
  return (
    <div
      className={`strip__row${chosen ? " is-chosen" : ""}${over ? ` is-over-${over}` : ""}${layer.hidden ? " is-hidden" : ""}`}
      role="treeitem"
      aria-selected={chosen}
      aria-level={depth + 1}
      aria-label={layer.name}
      {...(layer.kind === "group" ? { "aria-expanded": !folded } : {})}
      tabIndex={0}
      data-row={layer.id}
      draggable={!renaming}
      onDragStart={(event) => {
        event.dataTransfer.setData("text/plain", layer.name);
        onDrag(layer.id);
      }}
      onDragEnd={() => onDrag(undefined)}
      onDragOver={(event) => {
        if (dragged === undefined || dragged === layer.id) return;
        event.preventDefault();
        const { top, height } = event.currentTarget.getBoundingClientRect();
        setOver(event.clientY < top + height / 2 ? "above" : "below");
      }}
      onDragLeave={() => setOver(undefined)}
      onDrop={(event) => {
        event.preventDefault();
        if (dragged !== undefined && over) edit("Order", (draft) => moveLayer(draft, dragged, layer.id, over));
        setOver(undefined);
        onDrag(undefined);
      }}
      onKeyDown={keys}
    >
      <div className="strip__name" style={{ paddingLeft: 8 + depth * 14 }}>
        {layer.kind === "group" ? (
          <button
            type="button"
            className="small-button"
            tabIndex={-1}
            onClick={onFold}
            aria-label={folded ? "Unfold" : "Fold"}
          >
            {folded ? <ChevronRight aria-hidden /> : <ChevronDown aria-hidden />}
          </button>
        ) : (
          <i className="strip__dot" aria-hidden />
        )}
        {renaming ? (
          <input
            type="text"
            autoFocus
            aria-label="Name"
            defaultValue={layer.name}
            onFocus={(event) => event.target.select()}
            onBlur={(event) => rename(event.target.value)}
            onKeyDown={(event) => {
              event.stopPropagation();
              if (event.key === "Enter") event.currentTarget.blur();
              if (event.key === "Escape") setRenaming(false);
            }}
          />
        ) : (
          <button
            type="button"
            className="strip__choose"
            tabIndex={-1}
            onClick={(event) => take(event.ctrlKey || event.metaKey, event.shiftKey)}
            onDoubleClick={() => setRenaming(true)}
          >
            {layer.name}
          </button>
        )}
        {filled && <InputCursorText className="strip__filled" title="Filled in by a field" />}
        <button
          type="button"
          className="small-button"
          tabIndex={-1}
          aria-pressed={layer.hidden}
          aria-label={layer.hidden ? `Show ${layer.name}` : `Hide ${layer.name}`}
          title="H"
          onClick={() => toggle("hidden", "Hide or show")}
        >
          {layer.hidden ? <EyeSlash aria-hidden /> : <Eye aria-hidden />}
        </button>
        <button
          type="button"
          className="small-button"
          tabIndex={-1}
          aria-pressed={layer.locked}
          aria-label={layer.locked ? `Free ${layer.name}` : `Lock ${layer.name}`}
          title="L"
          onClick={() => toggle("locked", "Lock or free")}
        >
          {layer.locked ? <Lock aria-hidden /> : <Unlock aria-hidden />}
        </button>
      </div>
      <div className="strip__lane" aria-hidden>
        <Bars bars={bars} papers={papers} layer={layer} />
      </div>
    </div>
  );
}

/** A layer's moves on the papers of their phases; a leave that mirrors its arrive as a hatched echo. */
function Bars({ bars, papers, layer }: { bars: readonly MoveBar[]; papers: Papers; layer: Layer }) {
  const { arrive, stay, arriveS, leaveS } = papers;
  const leave = 1 - arrive - stay;
  const at = (from: number, width: number) => ({ left: `${from * 100}%`, width: `${Math.max(width, 0.006) * 100}%` });
  const span = Math.max(arriveS, 1e-6);
  const leaving = Math.max(leaveS, 1e-6);
  const own = bars.some(({ phase }) => phase === "leave");
  return (
    <>
      <i className="strip__paper" style={at(0, arrive)} />
      <i className="strip__paper is-stay" style={at(arrive, stay)} />
      <i className="strip__paper" style={at(arrive + stay, leave)} />
      {bars.map(({ move, phase, startS, endS }) => {
        const kind = layer.moves.find(({ id }) => id === move)?.kind ?? move;
        if (phase === "stay")
          return <b key={move} className="bar bar-stay" style={at(arrive + 0.01, stay - 0.02)} title={kind} />;
        if (phase === "leave") {
          const last = Math.max(...bars.filter((bar) => bar.phase === "leave").map((bar) => bar.endS));
          const from = arrive + stay + leave * (1 - last / leaving);
          return (
            <b
              key={move}
              className="bar bar-leave"
              style={at(from + (leave * startS) / leaving, (leave * (endS - startS)) / leaving)}
              title={kind}
            />
          );
        }
        return (
          <b
            key={move}
            className="bar bar-arrive"
            style={at((arrive * startS) / span, (arrive * (endS - startS)) / span)}
            title={kind}
          />
        );
      })}
      {!own &&
        bars
          .filter(({ phase }) => phase === "arrive")
          .map(({ move, startS, endS }) => (
            <b
              key={`${move} echo`}
              className="bar bar-echo"
              style={at(arrive + stay + leave * (1 - endS / span), (leave * (endS - startS)) / span)}
            />
          ))}
    </>
  );
}
