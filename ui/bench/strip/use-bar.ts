"use client";
import { useRef, type KeyboardEvent, type PointerEvent } from "react";
import type { Design } from "@/core/document/design";
import type { Move } from "@/core/document/move";
import { allMoves, removeMoves, setLength, shiftMoves, tieMove, tidy } from "@/core/edit/moves";
import type { MoveBar } from "@/ui/stage/protocol";
import { useBenchStore, type BenchStore } from "../store";
import { useAllBars } from "./all-bars";
import type { Papers } from "./papers";
import { leaveGrows, pulled, snapped, timesOf, type Part, type Pull } from "./pulls";

let pulls = 0;
const gripPx = 7;
const snapPx = 5;

const labels: Readonly<Record<Part, string>> = {
  whole: "When it starts",
  from: "Length",
  to: "Length",
  tie: "Wait for another move",
};

type Extending = { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean };

/** Chooses a move with its layer; with a key held, beside those that are chosen. */
function chooseMove(store: BenchStore, { move, layer }: MoveBar, event: Extending): void {
  const { moves, chosen, choose, show } = store.getState();
  if (event.shiftKey || event.ctrlKey || event.metaKey) {
    if (!chosen.includes(layer)) choose([...chosen, layer]);
    show({ moves: moves.includes(move) ? moves.filter((id) => id !== move) : [...moves, move] });
  } else if (!moves.includes(move)) {
    choose([layer]);
    show({ moves: [move] });
  }
}

/** Which part of a bar lies under the pointer. */
function partAt(event: PointerEvent<HTMLElement>): Part {
  if ((event.target as Element).closest(".bar__knob")) return "tie";
  const { left, right, width } = event.currentTarget.getBoundingClientRect();
  const grip = Math.min(gripPx, width / 4);
  if (event.clientX < left + grip) return "from";
  return event.clientX > right - grip ? "to" : "whole";
}

/** Chosen moves, or this one where it is none of them. */
const withMove = (store: BenchStore, id: string): readonly string[] => {
  const { moves } = store.getState();
  return moves.includes(id) ? moves : [id];
};

/** Pulling a bar: to another time, longer by an end, or by its knob onto another bar to wait for that. */
export function useBarPull(move: Move, bar: MoveBar, papers: Papers, ownLeaveS: number) {
  const store = useBenchStore();
  const allBars = useAllBars();
  const pull = useRef<Pull | undefined>(undefined);
  const begin = (event: PointerEvent<HTMLElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    chooseMove(store, bar, event);
    event.currentTarget.setPointerCapture(event.pointerId);
    pull.current = {
      // How long a move of the stay takes is a turn's length, which its bar doesn't show.
      part: move.phase === "stay" ? "whole" : partAt(event),
      x: event.clientX,
      y: event.clientY,
      name: `drag bar ${++pulls}`,
      papers,
      document: store.getState().document,
      moved: false,
      laneWidth: event.currentTarget.closest(".strip__lane")!.getBoundingClientRect().width,
      times: timesOf(withMove(store, move.id), allBars(), papers.arriveS),
      grows: move.phase === "leave" && leaveGrows(allBars(), ownLeaveS),
    };
  };
  const drag = (event: PointerEvent<HTMLElement>) => {
    const now = pull.current;
    if (!now) return;
    if (!now.moved) {
      // Bars go across; the knob goes to another row, which may be straight above or below.
      const wayPx =
        now.part === "tie" ? Math.hypot(event.clientX - now.x, event.clientY - now.y) : event.clientX - now.x;
      if (Math.abs(wayPx) < 3) return;
      now.moved = true;
      store.getState().show({ gesture: "strip", papers: now.papers });
    }
    if (now.part === "tie") return;
    const squeeze = move.phase === "stay" ? 1 : now.papers.squeeze;
    const perPxS = 1 / (now.laneWidth * now.papers.perS * squeeze);
    const waysS = (event.clientX - now.x) * perPxS;
    const near = move.phase === "stay" ? [] : allBars();
    const byS = event.altKey ? tidy(waysS) : snapped(waysS, now, bar, snapPx * perPxS, near);
    store.getState().edit(labels[now.part], (draft) => pulled(draft, now, move, byS), now.name);
  };
  /** Lets go over another bar: over its first half it starts with it, over the second after it has settled. */
  const tieTo = (event: PointerEvent<HTMLElement>) => {
    const target = document
      .elementsFromPoint(event.clientX, event.clientY)
      .map((element) => element.closest<HTMLElement>(".bar[data-move]"))
      .find((element) => element && element.dataset.move !== move.id);
    const other = allBars().find((found) => found.move === target?.dataset.move);
    if (!target || !other) return;
    const { left, width } = target.getBoundingClientRect();
    const edge = event.clientX < left + width / 2 ? "start" : "settle";
    const gapS = bar.startS - (edge === "start" ? other.startS : other.endS);
    store.getState().edit(labels.tie, (draft) => void tieMove(draft, move.id, other.move, edge, gapS));
  };
  const end = (event: PointerEvent<HTMLElement>) => {
    const now = pull.current;
    pull.current = undefined;
    if (!now?.moved) return;
    if (now.part === "tie") tieTo(event);
    store.getState().show({ gesture: undefined, papers: undefined });
  };
  return { onPointerDown: begin, onPointerMove: drag, onPointerUp: end, onPointerCancel: end };
}

/** Keys on a bar: arrows move it and make it longer, Delete takes it away, Enter chooses it. */
export function useBarKeys(move: Move, bar: MoveBar, papers: Papers, ownLeaveS: number) {
  const store = useBenchStore();
  const allBars = useAllBars();
  return (event: KeyboardEvent<HTMLElement>) => {
    const stepS = event.shiftKey ? 0.2 : event.altKey ? 0.01 : 0.02;
    const way = { ArrowRight: 1, ArrowLeft: -1, ArrowUp: 1, ArrowDown: -1 }[event.key];
    const { edit } = store.getState();
    const ids = withMove(store, move.id);
    if (event.key === "Enter" || event.key === " ") chooseMove(store, bar, event);
    else if (event.key === "Delete" || event.key === "Backspace") {
      edit("Remove a move", (draft) => removeMoves(draft, new Set(ids)));
    } else if (way === undefined) return;
    else if (event.key === "ArrowUp" || event.key === "ArrowDown") {
      if (move.phase === "stay") return;
      // As long as it is now: keys that repeat are ahead of what has been prepared and drawn.
      const nowS = (draft: Design) => allMoves(draft).find(({ id }) => id === move.id)?.length ?? bar.endS - bar.startS;
      edit(labels.to, (draft) => setLength(draft, move.id, nowS(draft) + way * stepS), `length ${move.id}`);
    } else {
      const times = timesOf(ids, allBars(), papers.arriveS);
      const startsS = new Map([...times].map(([id, { startS }]) => [id, startS]));
      const grows = move.phase === "leave" && leaveGrows(allBars(), ownLeaveS);
      edit(labels.whole, (draft) => shiftMoves(draft, ids, way * stepS, startsS, grows), `shift ${ids.join()}`);
    }
    event.preventDefault();
    event.stopPropagation();
  };
}
