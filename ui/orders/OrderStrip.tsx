"use client";
import { useLayoutEffect, useMemo, useRef, useState, type PointerEvent } from "react";
import { frameToS } from "@/core/document/fps";
import { moveEntry } from "@/core/order/edit";
import { foldedStrip, type FoldedStrip } from "@/core/order/folded";
import type { PlacedParts } from "@/ui/stage/protocol";
import type { StagePlayer } from "@/ui/stage/player";
import { usePlayerView } from "@/ui/stage/use-player";
import { clock, nameOfEntry } from "./names";
import { useOrder, useOrderStore } from "./store";

/** A clip of the order as it lies on the strip. */
interface Paper {
  readonly id: string;
  readonly startS: number;
  readonly endS: number;
  /** Papers that are on together lie a little lower than one another. */
  readonly lane: number;
}

function papersOf({ parts, fps }: PlacedParts): Paper[] {
  const ends: number[] = [];
  return parts.map(({ id, startFrame, frames }) => {
    const free = ends.findIndex((end) => end <= startFrame);
    const lane = free < 0 ? ends.length : free;
    ends[lane] = startFrame + frames;
    return { id, startS: frameToS(startFrame, fps), endS: frameToS(startFrame + frames, fps), lane };
  });
}

/** Pixels a pointer goes before a press is a pull. */
const pullPx = 5;

/** All graphics of the order to scale: hand-overs as overlapping paper, pauses folded. One is pulled to its new place. */
export function OrderStrip({ player, placed }: { player: StagePlayer; placed: PlacedParts | undefined }) {
  const box = useRef<HTMLDivElement>(null);
  const [widthPx, setWidth] = useState(1200);
  useLayoutEffect(() => {
    const watch = new ResizeObserver(([entry]) => setWidth(Math.max(200, Math.floor(entry!.contentRect.width))));
    watch.observe(box.current!);
    return () => watch.disconnect();
  }, []);
  const papers = useMemo(() => (placed ? papersOf(placed) : []), [placed]);
  const strip = useMemo(() => {
    if (!placed) return undefined;
    const lengthS = Math.max(...papers.map(({ endS }) => endS), frameToS(placed.showingFrames, placed.fps));
    return foldedStrip(papers, lengthS, widthPx - 2);
  }, [placed, papers, widthPx]);
  const lanes = Math.max(1, ...papers.map(({ lane }) => lane + 1));
  return (
    <section className="order-strip" aria-label="Strip">
      <div ref={box} className="order-strip__box" style={{ "--lanes": Math.min(lanes, 6) } as React.CSSProperties}>
        {strip && (
          <div
            className="order-strip__long"
            style={{ width: strip.stretches.at(-1)?.to ?? 0 }}
            onPointerDown={(event) => {
              // Beside the papers it goes to that instant.
              if (event.target !== event.currentTarget) return;
              player.seek(strip.timeOf(event.clientX - event.currentTarget.getBoundingClientRect().left));
            }}
          >
            <Folds strip={strip} />
            <Papers papers={papers} strip={strip} player={player} />
            <Needle player={player} strip={strip} placed={placed} />
          </div>
        )}
      </div>
    </section>
  );
}

/** Pauses, folded: the paper goes under itself, and says how long it is. */
function Folds({ strip }: { strip: FoldedStrip }) {
  return strip.stretches
    .filter(({ folded }) => folded)
    .map(({ from, to, fromS, toS }) => (
      <span
        key={from}
        className="order-strip__fold figures"
        style={{ left: from, width: to - from }}
        title={`Nothing for ${clock(toS - fromS)}`}
      >
        <b>{toS - fromS >= 90 ? `${Math.round((toS - fromS) / 60)} min` : `${Math.round(toS - fromS)} s`}</b>
      </span>
    ));
}

/** Where a paper would come to lie that is being pulled. */
interface Pull {
  readonly id: string;
  readonly x: number;
  readonly startX: number;
  readonly going: boolean;
}

function Papers({ papers, strip, player }: { papers: readonly Paper[]; strip: FoldedStrip; player: StagePlayer }) {
  const store = useOrderStore();
  const { entries, by } = useOrder((state) => state.document);
  // Times of graphics count from the first showing, after the pause before it.
  const beforeS = useOrder((state) => state.document.repeat.beforeS);
  const releases = useOrder((state) => state.releases);
  const chosen = useOrder((state) => state.chosen);
  const [pull, setPull] = useState<Pull>();
  const known = new Map(entries.map((entry) => [entry.id, entry]));
  const mark = pull?.going ? placeAt(papers, strip, pull) : undefined;
  const drop = () => {
    if (!pull?.going || mark === undefined) return;
    if (by === "times") {
      const shiftedS = strip.timeOf(strip.xOf(papers.find(({ id }) => id === pull.id)!.startS) + pull.x - pull.startX);
      const at = Math.max(0, Math.round((shiftedS - beforeS) * 10) / 10);
      store.getState().edit("Change the time", (draft) => {
        for (const entry of draft.entries) if (entry.id === pull.id) entry.at = at;
      });
      return;
    }
    store.getState().edit("Drag to another place", (draft) => {
      // Those that are off keep their places between the others.
      const before = papers[mark]?.id;
      const from = draft.entries.findIndex(({ id }) => id === pull.id);
      const at = before === undefined ? draft.entries.length : draft.entries.findIndex(({ id }) => id === before);
      moveEntry(draft, pull.id, at > from ? at - 1 : at);
    });
  };
  const hands = (id: string) => ({
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      setPull({ id, x: event.clientX, startX: event.clientX, going: false });
    },
    onPointerMove: (event: PointerEvent) => {
      if (!pull) return;
      setPull({ ...pull, x: event.clientX, going: pull.going || Math.abs(event.clientX - pull.startX) > pullPx });
    },
    onPointerUp: () => {
      drop();
      if (pull && !pull.going) {
        store.getState().choose(id);
        player.pause();
        const paper = papers.find((one) => one.id === id)!;
        player.seek((paper.startS + paper.endS) / 2);
      }
      setPull(undefined);
    },
    onPointerCancel: () => setPull(undefined),
  });
  return (
    <>
      {papers.map(({ id, startS, endS, lane }) => {
        const entry = known.get(id);
        if (!entry) return null;
        const [from, to] = [strip.xOf(startS), strip.xOf(endS)];
        const shift = pull?.going && pull.id === id ? pull.x - pull.startX : 0;
        return (
          <div
            key={id}
            role="button"
            tabIndex={-1}
            className={`order-strip__paper${id === chosen ? " is-chosen" : ""}${shift ? " is-pulled" : ""}`}
            style={{ left: from + shift, width: to - from, "--lane": Math.min(5, lane) } as React.CSSProperties}
            title={`${nameOfEntry(entry, releases)}, ${clock(startS)} to ${clock(endS)}`}
            {...hands(id)}
          >
            <bdi>{nameOfEntry(entry, releases)}</bdi>
            <small className="figures">{(endS - startS).toFixed(1)} s</small>
          </div>
        );
      })}
      {mark !== undefined && by === "sequence" && (
        <i
          className="order-strip__mark"
          style={{ left: mark < papers.length ? strip.xOf(papers[mark]!.startS) : strip.xOf(papers.at(-1)!.endS) }}
          aria-hidden
        />
      )}
    </>
  );
}

/** Before which of the papers one comes that is let go here; their number for behind the last. */
function placeAt(papers: readonly Paper[], strip: FoldedStrip, { id, x, startX }: Pull): number {
  const own = papers.find((paper) => paper.id === id)!;
  const middle = (strip.xOf(own.startS) + strip.xOf(own.endS)) / 2 + x - startX;
  const at = papers.findIndex(
    (paper) => paper.id !== id && (strip.xOf(paper.startS) + strip.xOf(paper.endS)) / 2 > middle,
  );
  return at < 0 ? papers.length : at;
}

/** Every showing runs over the same strip. */
function Needle({
  player,
  strip,
  placed,
}: {
  player: StagePlayer;
  strip: FoldedStrip;
  placed: PlacedParts | undefined;
}) {
  const [leadS, periodS] = placed
    ? [frameToS(placed.leadFrames, placed.fps), frameToS(placed.periodFrames, placed.fps)]
    : [0, 0];
  const x = usePlayerView(player, ({ timeS }) => {
    const withinS = periodS > 0 && timeS > leadS ? leadS + ((timeS - leadS) % periodS) : timeS;
    return Math.round(strip.xOf(withinS) * 2) / 2;
  });
  return <i className="order-strip__needle" style={{ left: x }} aria-hidden />;
}
