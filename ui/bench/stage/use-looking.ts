"use client";
import { useEffect, type RefObject } from "react";
import { useStore } from "zustand";
import { heldIn, zoomedAt, type Look, type StageView } from "./stage-view";

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Pixels of a wheel for twice as large. */
const doublingPx = 420;

/**
 * Looks closer by the wheel, at the pointer, and moves about by a pull with Space or the middle button. `fits` is the size
 * in which the whole format fits its room.
 */
export function useLooking(
  view: StageView,
  room: RefObject<HTMLElement | null>,
  fits: Size | undefined,
  space: Size | undefined,
): Look {
  const look = useStore(view.look);
  const width = fits?.width;
  const height = fits?.height;
  const roomWidth = space?.width;
  const roomHeight = space?.height;
  useEffect(() => {
    const element = room.current;
    if (!element || width === undefined || height === undefined || roomWidth === undefined || roomHeight === undefined)
      return;
    const put = (next: Look) =>
      view.look.setState(heldIn(next, { width, height }, { width: roomWidth, height: roomHeight }));
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const box = element.getBoundingClientRect();
      const at = { x: event.clientX - box.left - box.width / 2, y: event.clientY - box.top - box.height / 2 };
      // Lines and pages of a wheel count as so many pixels.
      const pixels = event.deltaY * [1, 16, 400][event.deltaMode]!;
      put(zoomedAt(view.look.getState(), 2 ** (-pixels / doublingPx), at));
    };
    let from: { x: number; y: number; look: Look } | undefined;
    const onDown = (event: PointerEvent) => {
      if (event.button !== 1 && !(event.button === 0 && view.space)) return;
      event.preventDefault();
      event.stopPropagation();
      if (view.space) view.space.pulled = true;
      from = { x: event.clientX, y: event.clientY, look: view.look.getState() };
      element.setPointerCapture(event.pointerId);
    };
    const onMove = (event: PointerEvent) => {
      if (!from) return;
      event.stopPropagation();
      const { look: before } = from;
      put({ ...before, x: before.x + event.clientX - from.x, y: before.y + event.clientY - from.y });
    };
    const onUp = () => void (from = undefined);
    element.addEventListener("wheel", onWheel, { passive: false });
    element.addEventListener("pointerdown", onDown, true);
    element.addEventListener("pointermove", onMove, true);
    element.addEventListener("pointerup", onUp, true);
    element.addEventListener("pointercancel", onUp, true);
    return () => {
      element.removeEventListener("wheel", onWheel);
      element.removeEventListener("pointerdown", onDown, true);
      element.removeEventListener("pointermove", onMove, true);
      element.removeEventListener("pointerup", onUp, true);
      element.removeEventListener("pointercancel", onUp, true);
    };
  }, [view, room, width, height, roomWidth, roomHeight]);
  return look;
}
