"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Layer } from "@/core/document/layer";
import type { KeyTick, MoveBar, PreparedFormat } from "@/ui/stage/protocol";
import type { StagePlayer } from "@/ui/stage/player";
import type { PlayerView } from "@/ui/stage/view";
import { usePlayerView } from "@/ui/stage/use-player";
import { moveLayer } from "@/core/edit/layers";
import { stageDeeds } from "@/core/facts/bench-deeds";
import { useBench, useBenchStore } from "../store";
import { AllBars } from "./all-bars";
import { papersOf, shareAt, type Papers } from "./papers";
import { StripHead } from "./StripHead";
import { StripRow } from "./StripRow";
import { Threads } from "./Threads";
import { treeRows } from "./tree";
import { useThumbs } from "./use-thumbs";

/** Layer list and time in one: rows are layers, the papers are arrive, the folded stay, and leave. */
export function Strip({ player, onSound }: { player: StagePlayer; onSound: () => void }) {
  const layers = useBench((state) => state.document.layers);
  const format = useBench((state) => state.format);
  const held = useBench((state) => state.papers);
  const stage = usePlayerView(player, stageOf);
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set());
  const store = useBenchStore();
  const [dragged, setDragged] = useState<string>();
  const [over, setOver] = useState<RowPlace>();
  const takeRow = useCallback((id: string | undefined) => {
    setDragged(id);
    if (id === undefined) setOver(undefined);
  }, []);
  const rows = useMemo(() => treeRows(layers, folded), [layers, folded]);
  const shown =
    stage.kind === "ready" ? (stage.formats.find((f) => f.format.id === format) ?? stage.formats[0]) : undefined;
  const thumbs = useThumbs();
  const listed = useMemo(() => rows.map(({ layer }) => layer), [rows]);
  const papers = usePapers(shown, held);
  const bars = useByLayer(shown?.bars);
  const allBars = useLatest(shown?.bars ?? noBars);
  const ticks = useByLayer(shown?.ticks);
  const fold = useCallback((id: string) => {
    setFolded((before) => {
      const next = new Set(before);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  }, []);
  const names = rows.map((row) => row.layer.id).join();
  // The same list as long as the order is the same, so that an edit of one layer does not make all rows again.
  const order = useMemo(() => names.split(","), [names]);
  return (
    <section className="strip position-relative bg-body d-flex flex-column min-h-0" aria-label="Layers and time">
      <StripHead player={player} papers={papers} shown={shown} onSound={onSound} />
      <DesignRow />
      <div
        className="strip__rows flex-1 overflow-y-auto pe-32 position-relative"
        role="tree"
        aria-label="Layers"
        aria-multiselectable
        onDragOver={(event) => {
          const place = dragged === undefined ? undefined : placeUnder(event.currentTarget, event.clientY, dragged);
          if (place) event.preventDefault();
          setOver((before) => (before?.id === place?.id && before?.side === place?.side ? before : place));
        }}
        onDragLeave={(event) => {
          if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setOver(undefined);
        }}
        onDrop={(event) => {
          event.preventDefault();
          const place = dragged === undefined ? undefined : placeUnder(event.currentTarget, event.clientY, dragged);
          if (dragged !== undefined && place && place.id !== dragged) {
            store.getState().edit("Order", (draft) => moveLayer(draft, dragged, place.id, place.side));
          }
          setOver(undefined);
          setDragged(undefined);
        }}
      >
        <AllBars.Provider value={allBars}>
          {rows.map(({ layer, depth }) => (
            <StripRow
              key={layer.id}
              layer={layer}
              depth={depth}
              folded={folded.has(layer.id)}
              onFold={fold}
              over={over?.id === layer.id && layer.id !== dragged ? over.side : undefined}
              onDrag={takeRow}
              papers={papers}
              ownLeaveS={shown?.ownLeaveS ?? 0}
              bars={bars(layer.id)}
              ticks={ticks(layer.id)}
              order={order}
              thumb={thumbs.get(layer.id)}
            />
          ))}
        </AllBars.Provider>
        <Threads rows={listed} bars={shown?.bars ?? noBars} papers={papers} ownLeaveS={shown?.ownLeaveS ?? 0} />
        <RowsNeedle player={player} papers={papers} />
      </div>
    </section>
  );
}

/** The design itself, above all its layers: with nothing chosen its page is shown. */
function DesignRow() {
  const store = useBenchStore();
  const isChosen = useBench((state) => state.chosen.length === 0);
  return (
    <div className={`strip__design flex-none${isChosen ? " is-chosen" : ""}`}>
      <button
        data-help={stageDeeds.selectDesign.help}
        type="button"
        aria-pressed={isChosen}
        onClick={() => store.getState().choose([])}
      >
        {stageDeeds.selectDesign.label}
      </button>
    </div>
  );
}

interface RowPlace {
  readonly id: string;
  readonly side: "above" | "below";
}

/**
 * Where a row that is dragged would come to lie at a height on the screen: above or below the row that is nearest, also
 * between rows and below the last. Over the row right beside it, it changes places with that. Nowhere over itself.
 */
function placeUnder(rows: HTMLElement, y: number, dragged: string): RowPlace | undefined {
  const all = [...rows.querySelectorAll<HTMLElement>("[data-row]")];
  const away = (row: HTMLElement) => {
    const { top, bottom } = row.getBoundingClientRect();
    return Math.max(top - y, y - bottom, 0);
  };
  const row = all.reduce<HTMLElement | undefined>(
    (best, one) => (best && away(best) <= away(one) ? best : one),
    undefined,
  );
  const id = row?.dataset.row;
  if (!row || id === undefined || id === dragged) return undefined;
  const { top, bottom } = row.getBoundingClientRect();
  const beside = all.indexOf(row) - all.findIndex((one) => one.dataset.row === dragged);
  const side = Math.abs(beside) === 1 ? beside > 0 : y > (top + bottom) / 2;
  return { id, side: side ? "below" : "above" };
}

const noBars: readonly MoveBar[] = [];

/** Tells what was drawn last, without being another function for it. */
function useLatest<T>(value: T): () => T {
  const held = useRef(value);
  useEffect(() => void (held.current = value));
  return useCallback(() => held.current, []);
}

const stageOf = (view: PlayerView) => view.stage;
const timeOf = (view: PlayerView) => view.timeS;

/** The sheets for what is shown; while something on them is pulled, as they were when it was taken. */
function usePapers(shown: PreparedFormat | undefined, held: Papers | undefined): Papers {
  const { arriveS = 0.6, leaveS = 0.5, lengthS = 6, squeeze = 1 } = shown ?? {};
  const marks = shown?.cues.map(({ timeS }) => timeS).join();
  const fresh = useMemo(
    () => papersOf({ arriveS, leaveS, lengthS, squeeze }, marks ? marks.split(",").map(Number) : []),
    [arriveS, leaveS, lengthS, squeeze, marks],
  );
  return held ?? fresh;
}

/** Bars and ticks of each layer; what has not changed stays the same list, so that its row is not made again. */
function useByLayer<T extends MoveBar | KeyTick>(all: readonly T[] | undefined): (layer: Layer["id"]) => readonly T[] {
  const known = useRef(new Map<string, { text: string; list: readonly T[] }>());
  return useMemo(() => {
    const lists = new Map<string, T[]>();
    for (const entry of all ?? []) {
      const list = lists.get(entry.layer);
      if (list) list.push(entry);
      else lists.set(entry.layer, [entry]);
    }
    return (layer: string) => {
      const list = lists.get(layer) ?? [];
      const text = JSON.stringify(list);
      const before = known.current.get(layer);
      if (before?.text === text) return before.list;
      known.current.set(layer, { text, list });
      return list;
    };
  }, [all]);
}

function RowsNeedle({ player, papers }: { player: StagePlayer; papers: Papers }) {
  const timeS = usePlayerView(player, timeOf);
  return (
    <i
      className="strip__needle bottom-0 pe-none position-absolute top-0"
      style={{ "--at": shareAt(papers, timeS) } as React.CSSProperties}
      aria-hidden
    />
  );
}
