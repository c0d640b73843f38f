"use client";
import { useState } from "react";
import { AirCanvas } from "./AirCanvas";
import { linkPaths } from "./feed";
import { useFeed } from "./use-feed";

/** A see-through page that shows what is on the air, as large as its window; nothing else. */
export function LivePage({ token }: { token: string }) {
  const [paths] = useState(() => linkPaths(token));
  const { feed, state } = useFeed(paths);
  const [on, setOn] = useState("");
  const [pictures, setPictures] = useState(0);
  return (
    <main
      className="live-page"
      // For whoever looks after the page from outside.
      data-state={state.kind}
      data-on={on}
      data-pictures={pictures}
    >
      <AirCanvas
        paths={paths}
        feed={state}
        offsetMs={feed.clock.offsetMs}
        onPainted={(told) => {
          setOn(told.on.join(", "));
          setPictures((before) => before + told.pictures);
        }}
      />
    </main>
  );
}
