"use client";
import { useCallback, useEffect, useRef, useState, type PointerEvent, type RefObject } from "react";
import { factsOf } from "@/core/outputs/output";
import { useLook } from "@/ui/outbox/use-look";
import { Notice } from "@/ui/parts/Notice";
import type { ReceiverProps } from "./Receiver";

/** How many times edges are enlarged, and pixels of the picture that are looked at. */
const zoom = 8;
const looked = 36;

/** The file on an upper track over footage, from a second on that can be pulled; its edges enlarged beside it. */
export function EditingTrack({ file, url, footage }: ReceiverProps) {
  const { seen } = factsOf(file.output);
  const film = seen === "video" || seen === "nothing";
  const copy = useLook(file, seen === "nothing");
  const source = seen === "nothing" ? copy.data : url;
  const lengthS = Math.max(1, file.proof?.durationS ?? 1);
  const [totalS, setTotal] = useState(12);
  const [startS, setStart] = useState(1);
  const [atS, setAt] = useState(1 + lengthS / 2);
  const under = useRef<HTMLVideoElement>(null);
  const over = useRef<HTMLVideoElement & HTMLImageElement>(null);
  const lens = useRef<HTMLCanvasElement>(null);
  const { draw, point } = useLens(lens, under, over);
  const shown = atS >= startS && atS < startS + lengthS;
  const seek = useCallback(
    (timeS: number, from = startS) => {
      setAt(timeS);
      if (under.current) under.current.currentTime = timeS % Math.max(0.1, under.current.duration || totalS);
      if (film && over.current) over.current.currentTime = Math.min(lengthS, Math.max(0, timeS - from));
    },
    [lengthS, film, startS, totalS],
  );
  const { width = 16, height = 9 } = file.proof ?? {};
  return (
    <div className="track">
      {copy.isFetching && <p className="quiet">Reading the file …</p>}
      {copy.data !== undefined && (
        <p className="quiet">A copy read from the file, because browsers can’t play this kind.</p>
      )}
      {copy.error && <Notice weight="stop">{copy.error.message}</Notice>}
      <div className="track__view">
        <div className="track__picture" style={{ aspectRatio: width / height }} onPointerMove={point}>
          {footage !== undefined && (
            <video
              ref={under}
              src={`/api/media/${footage}`}
              muted
              playsInline
              preload="auto"
              onLoadedMetadata={(event) => setTotal(Math.max(lengthS + 2, event.currentTarget.duration))}
              onSeeked={draw}
            />
          )}
          {film ? (
            <video
              ref={over}
              src={source}
              muted
              playsInline
              preload="auto"
              hidden={!shown}
              onLoadedData={() => seek(atS)}
              onSeeked={draw}
            />
          ) : (
            // eslint-disable-next-line @next/next/no-img-element -- the file itself, as it is
            <img ref={over} src={url} alt={file.fileName} hidden={!shown} onLoad={draw} />
          )}
        </div>
        <figure className="track__lens">
          <canvas ref={lens} width={looked * zoom} height={looked * zoom} role="img" aria-label="Edges, enlarged" />
          <figcaption>Edges, {zoom} times enlarged, where the pointer is</figcaption>
        </figure>
      </div>
      <div className="track__strip">
        <label>
          Second
          <input
            type="range"
            min={0}
            max={totalS}
            step={0.04}
            value={atS}
            onChange={(event) => seek(Number(event.target.value))}
          />
          <output>{atS.toFixed(2)} s</output>
        </label>
        <label>
          The clip begins at
          <input
            type="range"
            min={0}
            max={Math.max(0, totalS - 1)}
            step={0.04}
            value={startS}
            onChange={(event) => {
              setStart(Number(event.target.value));
              seek(atS, Number(event.target.value));
            }}
          />
          <output>{startS.toFixed(2)} s</output>
        </label>
        <Bars name={file.fileName} {...{ startS, lengthS, totalS, atS }} />
      </div>
    </div>
  );
}

/** The clip and the footage as bars, with the needle. */
function Bars(props: { name: string; startS: number; lengthS: number; totalS: number; atS: number }) {
  const { name, startS, lengthS, totalS, atS } = props;
  const share = (timeS: number) => `${(100 * timeS) / totalS}%`;
  return (
    <div className="track__bars" aria-hidden>
      <span className="track__clip" style={{ left: share(startS), width: share(Math.min(lengthS, totalS - startS)) }}>
        {name}
      </span>
      <span className="track__footage">footage</span>
      <span className="track__needle" style={{ left: share(atS) }} />
    </div>
  );
}

type Shown = RefObject<(HTMLVideoElement & HTMLImageElement) | null>;

/** A part of what is shown, pixel by pixel, around the pointer. */
function useLens(canvas: RefObject<HTMLCanvasElement | null>, under: RefObject<HTMLVideoElement | null>, over: Shown) {
  const place = useRef({ x: 0.13, y: 0.85 });
  const draw = useCallback(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    context.imageSmoothingEnabled = false;
    context.fillStyle = "#777";
    context.fillRect(0, 0, looked * zoom, looked * zoom);
    const part = (source: CanvasImageSource, width: number, height: number, scale: number) => {
      if (width === 0) return;
      const [w, h] = [looked * scale, looked * scale];
      context.drawImage(
        source,
        place.current.x * width - w / 2,
        place.current.y * height - h / 2,
        w,
        h,
        0,
        0,
        looked * zoom,
        looked * zoom,
      );
    };
    const top = over.current;
    const topWidth = top ? top.videoWidth || top.naturalWidth || 0 : 0;
    const film = under.current;
    if (film) part(film, film.videoWidth, film.videoHeight, film.videoWidth / Math.max(1, topWidth));
    if (top && !top.hidden) part(top, topWidth, top.videoHeight || top.naturalHeight || 0, 1);
  }, [canvas, over, under]);
  const point = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    place.current = { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height };
    draw();
  };
  useEffect(() => {
    const timer = setInterval(draw, 400);
    return () => clearInterval(timer);
  }, [draw]);
  return { draw, point };
}
