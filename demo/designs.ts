import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { Design } from "@/core/document/design";
import { parseDesign } from "@/core/document/upgrade";

/** The demo designs, by id; their briefs are the garden's, their documents are data. */
export const designIds = [
  "name-strap",
  "handle-pop-up",
  "two-account-pop-up",
  "caption-lines",
  "drawn-frame-strap",
  "parted-mark",
  "panel-with-gleam",
  "spoken-line",
  "progress-edge",
  "progress-outline",
  "progress-letters",
  "progress-dial",
  "countdown",
  "bloom-card",
  "split-frame",
  "format-wipe",
] as const;

export function readDesign(id: (typeof designIds)[number]): Design {
  const parsed = parseDesign(JSON.parse(readFileSync(join(process.cwd(), "demo", "designs", `${id}.json`), "utf8")));
  if (!parsed.ok)
    throw new Error(`${id}: ${parsed.faults.map((fault) => `${fault.path}: ${fault.message}`).join("; ")}`);
  return parsed.design;
}
