"use client";
import { useState, type CSSProperties, type ReactNode } from "react";
import type { Format } from "@/core/document/format";
import { FormatStage, type Plate } from "./FormatStage";
import type { StagePlayer } from "./player";

const ratio = (format: Format) => format.width / format.height;
const across = (formats: readonly Format[]) => formats.reduce((sum, format) => sum + ratio(format), 0);
/** How wide the wall is for its height with one format of each shape; it is never drawn higher than for that. */
const usualSpread = 1.5;

/**
 * All formats at once, as large as they go: lying ones on top, upright ones at the side, the rest below. One that is
 * pressed is shown large, the others small beneath it, until it is pressed again.
 */
export function FormatWall({
  formats,
  loading,
  over,
  ...shown
}: {
  formats: readonly Format[];
  loading: boolean;
  player: StagePlayer;
  plate: Plate;
  footage?: string | undefined;
  guides?: boolean;
  samples?: readonly string[];
  /** Laid over the picture of each format. */
  over?: (format: Format) => ReactNode;
}) {
  const [chosen, setChosen] = useState<string>();
  const large = formats.find(({ id }) => id === chosen);
  const stage = (format: Format) => (
    <FormatStage key={format.id} format={format} {...shown}>
      {formats.length > 1 && (
        <button
          type="button"
          className="format-wall__press"
          aria-pressed={format === large}
          title={format === large ? "Show all formats equally large" : `Show ${format.name} large`}
          onClick={() => setChosen(format === large ? undefined : format.id)}
        />
      )}
      {over?.(format)}
    </FormatStage>
  );
  const row = (list: readonly Format[], kind = "") =>
    list.length > 0 && (
      <div className={`format-wall__row d-flex justify-content-center ${kind}`}>{list.map(stage)}</div>
    );
  const state = loading ? " is-loading" : "";
  if (large) {
    return (
      <div className={`format-wall is-large${state}`}>
        {row([large], "format-wall__row--large")}
        {row(
          formats.filter((format) => format !== large),
          "format-wall__row--small",
        )}
      </div>
    );
  }
  const upright = formats.filter((format) => ratio(format) < 0.7);
  const lying = formats.filter((format) => ratio(format) > 1.4);
  const rest = formats.filter((format) => !upright.includes(format) && !lying.includes(format));
  // More of them at the side or in a row make all of it lower, so that it stays within its box.
  const spread = Math.max(usualSpread, Math.max(across(lying) * 0.53, across(rest) * 0.47) + across(upright));
  return (
    <div className={`format-wall${state}`} style={{ "--spread": spread } as CSSProperties}>
      <div className="d-flex flex-column gap-10 justify-content-between">
        {row(lying)}
        {row(rest, "format-wall__row--rest")}
      </div>
      {row(upright, "format-wall__row--upright")}
    </div>
  );
}
