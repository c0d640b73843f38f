"use client";
import { useRef, type CSSProperties, type KeyboardEvent, type PointerEvent } from "react";
import type { Design } from "@/core/document/design";
import type { Move } from "@/core/document/move";
import { leading, removeMoves, setLength, shiftMove, stagger, tieMove, tidy } from "@/core/edit/moves";
import { sentenceOf } from "@/core/motion/sentence";
import { kinds } from "@/core/motion/kinds";
import { kindWords } from "@/core/motion/words";
import type { MoveBar } from "@/ui/stage/protocol";
import { useBench, useBenchStore } from "../store";
import { easePath } from "./ease-path";
import { barPlace, type Papers } from "./papers";

type Part = "whole" | "from" | "to" | "tie";

interface Pull {
  readonly part: Part;
  readonly x: number;
  readonly name: string;
  readonly papers: Papers;
  readonly laneWidth: number;
  /** Start and length of every chosen move when the pull began, in seconds of the phase. */
  readonly times: ReadonlyMap<string, { startS: number; lengthS: number }>;
  readonly document: Design;
  moved: boolean;
}

let pulls = 0;
const gripPx = 7;
const snapPx = 5;

/** One move: pull it to another time, pull an end to make it longer, pull its knob onto another bar to wait for that. */
export function Bar({ move, bar, papers, ownLeaveS }: { move: Move; bar: MoveBar; papers: Papers; ownLeaveS: number }) {
  const store = useBenchStore();
  const chosen = useBench((state) => state.moves.includes(move.id));
  const pull = useRef<Pull | undefined>(undefined);
  const { phase } = move;
  const place = barPlace(papers, bar, phase === "leave" ? { phase, phaseS: ownLeaveS } : { phase });
  const choose = (event: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) => {
    const { moves, chosen: layers, choose, show } = store.getState();
    const extend = event.shiftKey || event.ctrlKey || event.metaKey;
    if (extend) {
      const next = moves.includes(move.id) ? moves.filter((id) => id !== move.id) : [...moves, move.id];
      if (!layers.includes(bar.layer)) choose([...layers, bar.layer]);
      show({ moves: next });
    } else if (!moves.includes(move.id)) {
      choose([bar.layer]);
      show({ moves: [move.id] });
    }
  };

  const begin = (event: PointerEvent<HTMLElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    choose(event);
    if (phase === "stay") return;
    const box = event.currentTarget.getBoundingClientRect();
    const tie = (event.target as Element).closest(".bar__knob") !== null;
    const grip = Math.min(gripPx, box.width / 4);
    const part: Part = tie
      ? "tie"
      : event.clientX < box.left + grip
        ? "from"
        : event.clientX > box.right - grip
          ? "to"
          : "whole";
    event.currentTarget.setPointerCapture(event.pointerId);
    const { document, moves } = store.getState();
    pull.current = {
      ...{ part, x: event.clientX, name: `drag bar ${++pulls}`, papers, document, moved: false },
      laneWidth: event.currentTarget.closest(".strip__lane")!.getBoundingClientRect().width,
      times: timesOf(moves.includes(move.id) ? moves : [move.id], event.currentTarget),
    };
  };
  const drag = (event: PointerEvent<HTMLElement>) => {
    const now = pull.current;
    if (!now) return;
    if (!now.moved) {
      if (Math.abs(event.clientX - now.x) < 3) return;
      now.moved = true;
      store.getState().show({ gesture: "strip", papers: now.papers });
    }
    if (now.part === "tie") return;
    const perPxS = 1 / (now.laneWidth * now.papers.perS * now.papers.squeeze);
    const waysS = (event.clientX - now.x) * perPxS;
    const byS = event.altKey ? tidy(waysS) : snapped(waysS, now, move.id, snapPx * perPxS, event.currentTarget);
    store.getState().edit(labels[now.part], (draft) => pulled(draft, now, move, byS), now.name);
  };
  const end = (event: PointerEvent<HTMLElement>) => {
    const now = pull.current;
    pull.current = undefined;
    if (!now?.moved) return;
    if (now.part === "tie") tieTo(event);
    store.getState().show({ gesture: undefined, papers: undefined });
  };
  /** Lets go over another bar: over its first half it starts with it, over the second after it has settled. */
  const tieTo = (event: PointerEvent<HTMLElement>) => {
    const target = document
      .elementsFromPoint(event.clientX, event.clientY)
      .map((element) => element.closest<HTMLElement>(".bar[data-move]"))
      .find((element) => element && element.dataset.move !== move.id);
    const other = target?.dataset.move;
    if (!target || !other) return;
    const { left, width } = target.getBoundingClientRect();
    const edge = event.clientX < left + width / 2 ? "start" : "settle";
    const base = Number(edge === "start" ? target.dataset.start : target.dataset.end);
    store
      .getState()
      .edit("Wait for another move", (draft) => void tieMove(draft, move.id, other, edge, bar.startS - base));
  };

  const keys = (event: KeyboardEvent<HTMLElement>) => {
    const stepS = event.shiftKey ? 0.2 : event.altKey ? 0.01 : 0.02;
    const way = { ArrowRight: 1, ArrowLeft: -1, ArrowUp: 1, ArrowDown: -1 }[event.key];
    const { edit, moves } = store.getState();
    const ids = moves.includes(move.id) ? moves : [move.id];
    if (event.key === "Enter" || event.key === " ") choose(event);
    else if (event.key === "Delete" || event.key === "Backspace") {
      edit("Take a move away", (draft) => removeMoves(draft, new Set(ids)));
    } else if (way === undefined || phase === "stay") return;
    else if (event.key === "ArrowUp" || event.key === "ArrowDown") {
      edit("Length", (draft) => setLength(draft, move.id, bar.endS - bar.startS + way * stepS), `length ${move.id}`);
    } else {
      const times = timesOf(ids, event.currentTarget);
      edit(
        "When it starts",
        (draft) => {
          for (const id of leading(draft, ids)) shiftMove(draft, id, way * stepS, times.get(id)?.startS ?? 0);
        },
        `shift ${ids.join()}`,
      );
    }
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <button
      type="button"
      className={`bar bar-${phase}${chosen ? " is-chosen" : ""}`}
      style={{ left: `${place.left * 100}%`, width: `${Math.max(place.width, 0.004) * 100}%` } as CSSProperties}
      data-move={move.id}
      data-phase={phase}
      data-start={bar.startS}
      data-end={bar.endS}
      title={sentenceOf(store.getState().document, move)}
      aria-label={sentenceOf(store.getState().document, move)}
      aria-pressed={chosen}
      onPointerDown={begin}
      onPointerMove={drag}
      onPointerUp={end}
      onPointerCancel={end}
      onKeyDown={keys}
    >
      <svg viewBox="0 0 100 20" preserveAspectRatio="none" aria-hidden>
        <path d={easePath(move.ease ?? kinds[move.kind].ease)} />
      </svg>
      <span>{phase === "stay" ? stayWords(move) : kindWords[move.kind].name}</span>
      {chosen && phase !== "stay" && <i className="bar__knob" title="Pull onto another bar to wait for that" />}
    </button>
  );
}

const labels: Readonly<Record<Part, string>> = {
  whole: "When it starts",
  from: "Length",
  to: "Length",
  tie: "Wait for another move",
};

const stayWords = ({ kind, loop }: Move): string =>
  `${kindWords[kind].name}${loop ? ` · ${loop.count ? `${loop.count} times` : "all along"}` : ""}`;

/** When moves run now, read from the bars that are shown. */
function timesOf(ids: readonly string[], bar: HTMLElement): Map<string, { startS: number; lengthS: number }> {
  const rows = bar.closest(".strip__rows");
  return new Map(
    ids.flatMap((id) => {
      const found = rows?.querySelector<HTMLElement>(`.bar[data-move="${id}"]`);
      if (!found) return [];
      const startS = Number(found.dataset.start);
      return [[id, { startS, lengthS: Number(found.dataset.end) - startS }] as const];
    }),
  );
}

/** The document as the pull leaves it; always worked out from where the pull began. */
function pulled(draft: Design, now: Pull, move: Move, byS: number): void {
  const own = now.times.get(move.id)!;
  // The pull's steps are merged into one; each starts again from the document as it was.
  const original = (id: string) => now.document.layers.flatMap((l) => l.moves).find((m) => m.id === id);
  for (const id of now.times.keys()) {
    const before = original(id);
    const current = draft.layers.flatMap((l) => l.moves).find((m) => m.id === id);
    if (before && current) current.start = { ...before.start };
  }
  if (now.part === "to") return setLength(draft, move.id, own.lengthS + byS);
  if (now.part === "from") {
    const by = Math.min(own.lengthS - 0.04, Math.max(-own.startS, byS));
    shiftMove(draft, move.id, by, own.startS);
    return setLength(draft, move.id, own.lengthS - by);
  }
  const ids = [...now.times].sort((a, b) => a[1].startS - b[1].startS).map(([id]) => id);
  if (ids.length > 1 && ids[ids.length - 1] === move.id) {
    // The last of several is pulled: the first stays, and those between follow in even steps.
    const starts = new Map([...now.times].map(([id, { startS }]) => [id, startS]));
    return stagger(draft, ids, starts, Math.max(0, own.startS + byS));
  }
  for (const id of leading(now.document, ids)) shiftMove(draft, id, byS, now.times.get(id)!.startS);
}

/** The way pulled, so that the moved end meets a hundredth of a second, or an end of another move that is near. */
function snapped(byS: number, now: Pull, id: string, reachS: number, bar: HTMLElement): number {
  const { startS, lengthS } = now.times.get(id)!;
  const edges = now.part === "to" ? [startS + lengthS] : now.part === "from" ? [startS] : [startS, startS + lengthS];
  let best: number | undefined;
  for (const other of bar.closest(".strip__rows")?.querySelectorAll<HTMLElement>(".bar[data-move]") ?? []) {
    if (now.times.has(other.dataset.move!) || other.dataset.phase !== bar.dataset.phase) continue;
    for (const at of [Number(other.dataset.start), Number(other.dataset.end)]) {
      for (const edge of edges) {
        const way = at - edge;
        if (Math.abs(way - byS) < reachS && (best === undefined || Math.abs(way - byS) < Math.abs(best - byS)))
          best = way;
      }
    }
  }
  return best ?? Math.round((edges[0]! + byS) * 50) / 50 - edges[0]!;
}
