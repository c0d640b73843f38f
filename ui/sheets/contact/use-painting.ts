"use client";
import { useEffect, useMemo, useState } from "react";
import type { FillDesk } from "@/contract/releases";
import { ContactClock } from "./clock";
import { ThumbPainter } from "./painter";

/** What paints fill-ins of some releases; it ends with whoever shows them. */
export function usePainter(desks: readonly FillDesk[]): ThumbPainter {
  const painter = useMemo(
    () =>
      new ThumbPainter(Object.fromEntries(desks.map(({ id, document, house }) => [id, { design: document, house }]))),
    [desks],
  );
  useEffect(() => () => painter.close(), [painter]);
  return painter;
}

/** The needle that says which instant is painted. `longestS` is the length of the longest clip. */
export function useNeedle(painter: ThumbPainter, longestS: number): ContactClock {
  const [clock] = useState(() => new ContactClock(longestS));
  useEffect(() => clock.reach(longestS), [clock, longestS]);
  useEffect(() => {
    const seek = () => painter.seek(clock.snapshot().timeS);
    seek();
    return clock.subscribe(seek);
  }, [clock, painter]);
  useEffect(() => () => clock.stop(), [clock]);
  return clock;
}
