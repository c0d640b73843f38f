"use client";
import { useEffect, useRef } from "react";
import { steadyMs } from "./clock";
import type { FeedState, LivePaths } from "./feed";
import type { AirMessage, FromAir } from "./protocol";

/** Paints what is on the air in a worker, as large as its box; see-through. */
export function AirCanvas(props: {
  paths: LivePaths;
  feed: FeedState;
  offsetMs: number;
  onPainted?: (told: Extract<FromAir, { kind: "painted" }>) => void;
}) {
  const { paths, feed, offsetMs, onPainted } = props;
  const box = useRef<HTMLDivElement>(null);
  const worker = useRef<Worker>(undefined);
  const heard = useRef(onPainted);
  useEffect(() => {
    heard.current = onPainted;
  });
  useEffect(() => {
    const made = new Worker(new URL("./air.worker.ts", import.meta.url), { type: "module" });
    // One that is given to a worker can't be taken back: each worker gets its own.
    const canvas = document.createElement("canvas");
    box.current!.replaceChildren(canvas);
    const screen = canvas.transferControlToOffscreen();
    made.addEventListener("message", ({ data }: MessageEvent<FromAir>) => {
      if (data.kind === "painted") heard.current?.(data);
    });
    made.postMessage({ kind: "begin", canvas: screen, files: paths.files } satisfies AirMessage, [screen]);
    const watch = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      const message: AirMessage = {
        ...{ kind: "size", width: width * devicePixelRatio, height: height * devicePixelRatio },
      };
      made.postMessage(message);
    });
    watch.observe(box.current!);
    worker.current = made;
    return () => {
      watch.disconnect();
      made.terminate();
    };
  }, [paths.files]);
  const view = feed.kind === "on" ? feed.view : undefined;
  // While the first answer is waited for nothing is known; a link that has ended clears the page.
  const known = feed.kind !== "waiting";
  useEffect(() => {
    if (known) worker.current?.postMessage({ kind: "air", view, offsetMs, sentMs: steadyMs() } satisfies AirMessage);
  }, [paths.files, view, known, offsetMs]);
  return <div ref={box} className="air" />;
}
