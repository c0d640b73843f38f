"use client";
import { memo, useEffect, useRef, useState } from "react";
import type { Values } from "@/core/document/values";
import type { Thumb } from "@/ui/stage/protocol";
import type { ThumbPainter } from "./painter";

/** One picture on the contact sheet, painted while it is in view. Pressed, it is picked to be compared. */
export const ContactPrint = memo(function ContactPrint(props: {
  painter: ThumbPainter;
  place: string;
  label: string;
  desk: string;
  values: Values;
  /** Stands for the values: the same for the same. */
  version: string;
  format: string;
  widthPx: number;
  heightPx: number;
  picked: boolean;
  plate: string;
  close?: boolean;
  onPick: (place: string) => void;
}) {
  const {
    painter,
    place,
    label,
    desk,
    values,
    version,
    format,
    widthPx,
    heightPx,
    picked,
    plate,
    close = false,
    onPick,
  } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const [fault, setFault] = useState(false);
  useEffect(() => {
    const onThumb = (thumb: Thumb) => setFault(thumb.fault !== undefined);
    const ratio = Math.min(2, devicePixelRatio);
    const key = `${desk} ${version} ${format}`;
    const wish = { key, desk, values, format, close, heightPx: Math.round(heightPx * ratio) };
    painter.show(place, { ...wish, canvas: canvas.current!, onThumb });
  }, [painter, place, desk, values, version, format, heightPx, close]);
  useEffect(() => () => painter.hide(place), [painter, place]);
  return (
    <button
      type="button"
      className={`contact-print plate-${plate}`}
      style={{ width: widthPx, height: heightPx }}
      aria-pressed={picked}
      aria-label={label}
      title="Pick two to compare them"
      onClick={() => onPick(place)}
    >
      <canvas ref={canvas} />
      {fault && <span className="contact-print__fault">can’t be shown</span>}
    </button>
  );
});
