"use client";
import { useEffect, useState } from "react";
import { LiveFeed, type FeedState, type LivePaths } from "./feed";

/** What is on the air, for as long as the component is there. */
export function useFeed(paths: LivePaths): { feed: LiveFeed; state: FeedState } {
  const [state, setState] = useState<FeedState>({ kind: "waiting" });
  const [feed] = useState(() => new LiveFeed(paths, setState));
  useEffect(() => {
    feed.start();
    return () => feed.stop();
  }, [feed]);
  return { feed, state };
}
