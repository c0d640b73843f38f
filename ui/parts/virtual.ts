"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, type RefObject } from "react";

/** A line of a long list that is in view: which, and where it begins. */
export interface VirtualLine {
  readonly index: number;
  readonly start: number;
}

/** Of a long list in a box that is scrolled, the lines that are in view, and how high all are together. */
export function useVirtualLines(
  box: RefObject<HTMLElement | null>,
  count: number,
  sizeOf: (index: number) => number,
): { lines: readonly VirtualLine[]; height: number } {
  // eslint-disable-next-line react-hooks/incompatible-library -- what it answers is read here and handed on as data
  const virtual = useVirtualizer({ count, getScrollElement: () => box.current, estimateSize: sizeOf, overscan: 1 });
  useEffect(() => virtual.measure(), [virtual, sizeOf]);
  return { lines: virtual.getVirtualItems(), height: virtual.getTotalSize() };
}
