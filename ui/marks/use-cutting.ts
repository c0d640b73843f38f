import { useState } from "react";
import type { House } from "@/core/document/house";
import type { CutLine, Mark } from "@/core/document/vector";
import { cutMark } from "@/core/edit/mark-pieces";
import type { Share } from "./Plates";
import { inkBySides } from "./raster";

export const cutKinds = ["straight", "bent", "free"] as const;
export type CutKind = (typeof cutKinds)[number];

const mostPoints = 24;
/** A line shorter than this, in shares, was a press. */
const shortest = 0.05;

const length = (points: readonly Share[]): number =>
  points.slice(1).reduce((sum, { x, y }, i) => sum + Math.hypot(x - points[i]!.x, y - points[i]!.y), 0);

/** Of a line that was drawn, evenly spread points. */
function thinned(points: readonly Share[]): Share[] {
  const step = length(points) / mostPoints;
  const kept: Share[] = [];
  for (const point of points) {
    const last = kept[kept.length - 1];
    if (!last || Math.hypot(point.x - last.x, point.y - last.y) >= step) kept.push(point);
  }
  const end = points[points.length - 1]!;
  if (kept[kept.length - 1] !== end) kept.push(end);
  return kept;
}

const clamp = (share: number): number => Math.round(Math.min(2, Math.max(-1, share)) * 10000) / 10000;

/** What a hand has drawn as a line: straight, a bow through its middle, or as it went. */
function lineOf(kind: CutKind, drawn: readonly Share[]): CutLine {
  const ends = [drawn[0]!, drawn[drawn.length - 1]!];
  const points =
    kind === "straight" ? ends : kind === "bent" ? [ends[0]!, drawn[drawn.length >> 1]!, ends[1]!] : thinned(drawn);
  return { points: points.map(({ x, y }) => ({ x: clamp(x), y: clamp(y) })), bent: kind !== "straight" };
}

/** Lines that are drawn over a mark, and the pieces that they make. */
export function useCutting(mark: Mark, edit: (change: (house: House) => void) => void) {
  const [kind, setKind] = useState<CutKind>();
  const [drawn, setDrawn] = useState<readonly Share[]>([]);
  const [fault, setFault] = useState<string>();
  const lines = mark.cuts ?? [];
  const put = async (next: readonly CutLine[]) => {
    setFault(undefined);
    try {
      const ink = await inkBySides(mark, next);
      edit((house) => void cutMark(house, mark.id, next, ink));
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  const open = kind && drawn.length > 1 ? lineOf(kind, drawn) : undefined;
  return {
    ...{ kind, setKind, lines, open, fault },
    press: (at: Share) => setDrawn([at]),
    pull: (at: Share) => setDrawn((before) => (before.length === 0 ? before : [...before, at])),
    release: () => {
      setDrawn([]);
      if (!open || length(drawn) < shortest) return;
      setKind(undefined);
      void put([...lines, open]);
    },
    /** Without a hand that draws: through the middle, across or down. */
    halve: (way: "across" | "down") => {
      const points = [0, 1].map((end) => (way === "across" ? { x: end, y: 0.5 } : { x: 0.5, y: end }));
      void put([...lines, { points, bent: false }]);
    },
    remove: (i: number) => void put(lines.filter((_, at) => at !== i)),
  };
}

export type Cutting = ReturnType<typeof useCutting>;
