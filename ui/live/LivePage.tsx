"use client";
import { useEffect, useState } from "react";
import { AirCanvas } from "./AirCanvas";
import { linkPaths, type LiveFeed } from "./feed";
import { useFeed } from "./use-feed";

declare global {
  interface Window {
    /** For whoever embeds the page and tries what a lost line does. */
    rubrickLive?: Pick<LiveFeed, "start" | "stop">;
  }
}

/** A see-through page that shows what is on the air, as large as its window; nothing else. */
export function LivePage({ token }: { token: string }) {
  const [paths] = useState(() => linkPaths(token));
  const { feed, state } = useFeed(paths);
  useEffect(() => {
    window.rubrickLive = feed;
  }, [feed]);
  const [on, setOn] = useState("");
  const [painted, setPainted] = useState({ pictures: 0, movingMs: 0 });
  return (
    <main
      className="live-page"
      // For whoever looks after the page from outside.
      data-state={state.kind}
      data-on={on}
      data-pictures={painted.pictures}
      data-moving-ms={Math.round(painted.movingMs)}
    >
      <AirCanvas
        paths={paths}
        feed={state}
        offsetMs={feed.clock.offsetMs}
        onPainted={(told) => {
          setOn(told.on.join(", "));
          setPainted((before) => ({
            pictures: before.pictures + told.pictures,
            movingMs: before.movingMs + told.movingMs,
          }));
        }}
      />
    </main>
  );
}
