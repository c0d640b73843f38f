"use client";
import { useState, type CSSProperties } from "react";
import { unionBox, type Box } from "@/core/geometry/box";
import { closeUpOf, placeOf } from "@/ui/stage/frame-part";
import { AirCanvas } from "./AirCanvas";
import type { FeedState, LivePaths } from "./feed";

/** What is on the air, close up to all that was shown since the page was opened, or in its whole frame. */
export function Monitor(props: {
  paths: LivePaths;
  feed: FeedState;
  format: { readonly width: number; readonly height: number };
  offsetMs: number;
}) {
  const { format, ...air } = props;
  const [drawn, setDrawn] = useState<Box>();
  const [whole, setWhole] = useState(false);
  const part = drawn && closeUpOf(drawn, format);
  const shown = whole ? undefined : part;
  const { width, height } = shown ?? format;
  const grow = (more: Box | undefined) => {
    if (!more) return;
    setDrawn((now) => {
      const all = now ? unionBox(now, more) : more;
      return now && holds(now, all) ? now : all;
    });
  };
  return (
    <div className="remote__picture">
      <div className="remote__monitor" style={{ "--ratio": width / height } as CSSProperties}>
        <div className="remote__frame" style={shown && placeOf(shown, format)}>
          <AirCanvas {...air} onPainted={({ drawn: more }) => grow(more)} />
        </div>
      </div>
      {part && (
        <button type="button" className="chip" onClick={() => setWhole(!whole)}>
          {whole ? "Close up" : "Whole frame"}
        </button>
      )}
    </div>
  );
}

/** Rounding to pixels of other sizes is no growth. */
const slack = 0.01;

const holds = (box: Box, all: Box): boolean =>
  all.width - box.width < slack && all.height - box.height < slack && all.x > box.x - slack && all.y > box.y - slack;
