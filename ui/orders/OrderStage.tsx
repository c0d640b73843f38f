"use client";
import { useMemo, useState } from "react";
import { PauseFill, PlayFill } from "react-bootstrap-icons";
import { Button } from "react-bootstrap";
import type { Format } from "@/core/document/format";
import { sampledLabels } from "@/core/document/values";
import { orderDeeds } from "@/core/facts/order";
import { partsAt } from "@/core/order/playable";
import { Notice } from "@/ui/parts/Notice";
import { Segments } from "@/ui/parts/Segments";
import { FormatStage, type Plate } from "@/ui/stage/FormatStage";
import { PlateChoice } from "@/ui/stage/PlateChoice";
import type { StagePlayer } from "@/ui/stage/player";
import type { PlacedParts } from "@/ui/stage/protocol";
import { usePlayerView } from "@/ui/stage/use-player";
import { useStageKeys } from "@/ui/stage/use-stage-keys";
import { clock } from "./names";
import { useOrder } from "./store";

/** The order in one format, played and stopped. */
export function OrderStage(props: {
  player: StagePlayer;
  placed: PlacedParts | undefined;
  formats: readonly Format[];
  format: Format | undefined;
  onFormat: (id: string) => void;
}) {
  const { player, placed, formats, format, onFormat } = props;
  const samples = useSamples(player, placed);
  const stage = usePlayerView(player, (view) => view.stage);
  const [plate, setPlate] = useState<Plate>("dark");
  const [guides, setGuides] = useState(false);
  useStageKeys(player);
  return (
    <section className="order__stage" aria-label="Preview">
      <div className="align-items-center d-flex flex-wrap gap-12 mb-8">
        {formats.length > 1 && (
          <Segments
            label="Format"
            small
            value={format?.id ?? ""}
            options={formats.map(({ id, name }) => ({ id, label: name }))}
            onChange={onFormat}
          />
        )}
        <PlateChoice plate={plate} footage={false} onChange={setPlate} />
        <Button
          data-help={orderDeeds.orderSafeAreas.help}
          variant="segment"
          size="sm"
          active={guides}
          aria-pressed={guides}
          onClick={() => setGuides(!guides)}
        >
          {orderDeeds.orderSafeAreas.label}
        </Button>
      </div>
      {stage.kind === "failed" && <Notice weight="stop">The preview stopped: {stage.message}</Notice>}
      {format ? (
        <div className="order__frame" style={{ "--ratio": format.width / format.height } as React.CSSProperties}>
          <FormatStage
            key={format.id}
            format={format}
            player={player}
            plate={plate}
            guides={guides}
            samples={samples}
          />
        </div>
      ) : (
        <div className="order__empty quiet">Add a graphic below to see it here.</div>
      )}
      <PlayLine player={player} />
    </section>
  );
}

/** Labels of the fields whose samples the graphics show that are there at the playhead. */
function useSamples(player: StagePlayer, placed: PlacedParts | undefined): readonly string[] {
  const entries = useOrder((state) => state.document.entries);
  const releases = useOrder((state) => state.releases);
  const there = usePlayerView(player, ({ timeS }) =>
    placed
      ? partsAt(placed, timeS)
          .map(({ part }) => placed.parts[part]!.id)
          .join(" ")
      : "",
  );
  return useMemo(() => {
    const shown = there.split(" ");
    const labels = entries
      .filter(({ id }) => shown.includes(id))
      .flatMap(({ release, values }) => (releases[release] ? sampledLabels(releases[release].document, values) : []));
    return [...new Set(labels)];
  }, [there, entries, releases]);
}

function PlayLine({ player }: { player: StagePlayer }) {
  const playing = usePlayerView(player, (view) => view.playing);
  const tenths = usePlayerView(player, (view) => Math.floor(view.timeS * 10));
  const lengthS = usePlayerView(player, (view) => view.lengthS);
  return (
    <div className="align-items-center d-flex gap-16 mt-8">
      <button
        type="button"
        className="transport__play align-items-center text-sheet d-flex flex-none justify-content-center"
        onClick={() => player.toggle()}
        disabled={lengthS === 0}
        aria-label={playing ? "Pause" : "Play"}
        title={`${playing ? "Pause" : "Play"} (Space)`}
      >
        {playing ? <PauseFill /> : <PlayFill />}
      </button>
      <output className="figures">
        {clock(tenths / 10)} <small className="quiet">of {clock(lengthS)}</small>
      </output>
    </div>
  );
}
