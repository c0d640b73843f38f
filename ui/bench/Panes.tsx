"use client";
import type { ReactNode } from "react";
import { Group, Panel, Separator, useDefaultLayout } from "react-resizable-panels";
import { browserStore } from "@/ui/parts/browser-store";

/** Where the borders were left last, in this browser; nothing is kept where it keeps nothing. */
const kept = {
  getItem: (key: string) => browserStore()?.getItem(key) ?? null,
  setItem: (key: string, value: string) => {
    try {
      browserStore()?.setItem(key, value);
    } catch {
      // A full store costs the place of a border.
    }
  },
};

/**
 * The stage with the strip below it, and the page beside both down to the window's foot. The borders between them can be
 * pulled, by keys too, and stay where they were left; pressed twice they go back.
 */
export function Panes({ stage, strip, page }: { stage: ReactNode; strip: ReactNode; page: ReactNode }) {
  const sides = useDefaultLayout({ id: "rubrick-bench-sides", storage: kept });
  const rows = useDefaultLayout({ id: "rubrick-bench-rows", storage: kept });
  return (
    <Group className="panes min-h-0" orientation="horizontal" {...sides}>
      <Panel id="work" minSize={460}>
        <Group orientation="vertical" {...rows}>
          <Panel id="stage" className="d-flex" minSize={180}>
            {stage}
          </Panel>
          <Separator className="pane-border pane-border--level" aria-label="Border between stage and strip" />
          <Panel id="strip" className="d-flex" defaultSize="33%" minSize={110} maxSize="75%">
            {strip}
          </Panel>
        </Group>
      </Panel>
      <Separator className="pane-border pane-border--upright" aria-label="Border beside the page" />
      <Panel id="page" defaultSize={364} minSize={300} maxSize={680} groupResizeBehavior="preserve-pixel-size">
        {page}
      </Panel>
    </Group>
  );
}
