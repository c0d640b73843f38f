"use client";
import { useRef } from "react";
import type { Fps } from "@/core/document/fps";
import { frameAt } from "./files-at";

/** Frames that stand side by side. */
const shown = 9;

/**
 * A video as a strip of its frames, with a needle where it begins: pull it, or step it frame by frame with the arrow keys
 * (Shift: ten). `from` in seconds; `mayStep`: part of one gesture.
 */
export function FilmStrip({
  video,
  from,
  label,
  onFrom,
}: {
  video: { readonly hash: string; readonly frames: number; readonly fps: Fps };
  from: number;
  label: string;
  onFrom: (fromS: number, merge: boolean) => void;
}) {
  const strip = useRef<HTMLDivElement>(null);
  const { hash, frames, fps } = video;
  const last = frames - 1;
  const frame = Math.min(last, Math.floor((from * fps.num) / fps.den + 1e-6));
  const put = (next: number, merge: boolean) => {
    const at = Math.min(last, Math.max(0, next));
    // A little behind the frame's own instant is as good; three places keep every frame of up to 120 a second apart.
    if (at !== frame) onFrom(Math.ceil((at * fps.den * 1000) / fps.num) / 1000, merge);
  };
  const under = (clientX: number): number => {
    const { left, width } = strip.current!.getBoundingClientRect();
    return Math.round(((clientX - left) / width) * last);
  };
  return (
    <div
      ref={strip}
      className="film-strip"
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={last}
      aria-valuenow={frame}
      aria-valuetext={`frame ${frame + 1} of ${frames}, ${from.toFixed(2)} seconds`}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        put(under(event.clientX), false);
      }}
      onPointerMove={(event) => {
        if (event.currentTarget.hasPointerCapture(event.pointerId)) put(under(event.clientX), true);
      }}
      onKeyDown={(event) => {
        const by = { ArrowLeft: -1, ArrowRight: 1, Home: -frames, End: frames }[event.key];
        if (by === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        put(frame + by * (event.shiftKey ? 10 : 1), true);
      }}
    >
      {Array.from({ length: Math.min(shown, frames) }, (_, i) => (
        // eslint-disable-next-line @next/next/no-img-element -- a small stored file, served by us as it is
        <img
          key={i}
          draggable={false}
          loading="lazy"
          alt=""
          src={frameAt(hash, Math.round((i * last) / Math.max(1, Math.min(shown, frames) - 1)))}
        />
      ))}
      <span className="film-strip__before" style={{ width: `${(100 * frame) / Math.max(1, last)}%` }} />
      <span className="film-strip__needle" style={{ left: `${(100 * frame) / Math.max(1, last)}%` }} />
    </div>
  );
}
