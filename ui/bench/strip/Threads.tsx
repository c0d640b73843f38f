"use client";
import { memo, useMemo } from "react";
import type { Layer } from "@/core/document/layer";
import type { Move } from "@/core/document/move";
import type { MoveBar } from "@/ui/stage/protocol";
import { useBench } from "../store";
import { barPlace, type Papers } from "./papers";

const rowPx = 26;

/** From what is waited for to what waits, as shares of the strip and numbers of rows. */
interface Thread {
  readonly move: string;
  readonly to: string;
  readonly from: { readonly share: number; readonly row: number };
  readonly until: { readonly share: number; readonly row: number };
}

/** A thread for every move that waits for another one, as far as both are on the strip. */
export function threadsOf(
  rows: readonly Layer[],
  bars: readonly MoveBar[],
  papers: Papers,
  ownLeaveS: number,
): Thread[] {
  const byMove = new Map(bars.map((bar) => [bar.move, bar]));
  const rowOf = new Map(rows.map(({ id }, row) => [id, row]));
  const placeOf = ({ id, phase }: Pick<Move, "id" | "phase">) => {
    const bar = byMove.get(id);
    const row = bar && rowOf.get(bar.layer);
    if (!bar || row === undefined) return undefined;
    return { row, ...barPlace(papers, bar, phase === "leave" ? { phase, phaseS: ownLeaveS } : { phase }) };
  };
  return rows.flatMap(({ moves }) =>
    moves.flatMap(({ id, phase, start }): Thread[] => {
      const own = placeOf({ id, phase });
      const other = placeOf({ id: start.to, phase });
      if (!own || !other) return [];
      const share = start.edge === "settle" ? other.left + other.width : other.left;
      return [{ move: id, to: start.to, from: { share, row: other.row }, until: { share: own.left, row: own.row } }];
    }),
  );
}

/** Dotted threads from the end of a move that something waits for, down or up to the row of what waits. */
export const Threads = memo(function Threads(props: {
  rows: readonly Layer[];
  bars: readonly MoveBar[];
  papers: Papers;
  ownLeaveS: number;
}) {
  const { rows, bars, papers, ownLeaveS } = props;
  const chosen = useBench((state) => state.moves);
  const threads = useMemo(() => threadsOf(rows, bars, papers, ownLeaveS), [rows, bars, papers, ownLeaveS]);
  if (threads.length === 0) return null;
  const x = (share: number) => `${share * 100}%`;
  const y = (row: number) => row * rowPx + rowPx / 2;
  return (
    <svg className="strip__threads position-absolute pe-none" height={rows.length * rowPx} aria-hidden>
      {threads.map(({ move, to, from, until }) => (
        <g key={move} className={chosen.includes(move) || chosen.includes(to) ? "is-chosen" : undefined}>
          <line x1={x(from.share)} x2={x(from.share)} y1={y(from.row)} y2={y(until.row)} />
          <line x1={x(from.share)} x2={x(until.share)} y1={y(until.row)} y2={y(until.row)} />
          <circle cx={x(from.share)} cy={y(from.row)} r="2" />
        </g>
      ))}
    </svg>
  );
});
