"use client";
import type { Format } from "@/core/document/format";
import { FormatStage, type Plate } from "./FormatStage";
import type { StagePlayer } from "./player";

const ratio = (format: Format) => format.width / format.height;

/** All formats at once, as large as they go: lying ones on top, upright ones at the side, the rest below. */
export function FormatWall({
  formats,
  loading,
  ...shown
}: {
  formats: readonly Format[];
  loading: boolean;
  player: StagePlayer;
  plate: Plate;
  footage?: string | undefined;
  guides?: boolean;
}) {
  const upright = formats.filter((format) => ratio(format) < 0.7);
  const lying = formats.filter((format) => ratio(format) > 1.4);
  const rest = formats.filter((format) => !upright.includes(format) && !lying.includes(format));
  const stage = (format: Format) => <FormatStage key={format.id} format={format} {...shown} />;
  return (
    <div className={`format-wall${loading ? " is-loading" : ""}`}>
      <div className="d-flex flex-column gap-10 justify-content-between">
        {lying.length > 0 && (
          <div className="format-wall__row d-flex gap-16 justify-content-center">{lying.map(stage)}</div>
        )}
        {rest.length > 0 && (
          <div className="format-wall__row d-flex gap-16 justify-content-center format-wall__row--rest">
            {rest.map(stage)}
          </div>
        )}
      </div>
      {upright.length > 0 && (
        <div className="format-wall__row d-flex gap-16 justify-content-center format-wall__row--upright">
          {upright.map(stage)}
        </div>
      )}
    </div>
  );
}
