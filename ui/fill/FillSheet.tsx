"use client";
import { Button } from "react-bootstrap";
import { useState } from "react";
import type { FillDesk } from "@/contract/releases";
import { fillDeeds } from "@/core/facts/fill";
import { Notice } from "@/ui/parts/Notice";
import type { Plate } from "@/ui/stage/FormatStage";
import { FormatWall } from "@/ui/stage/FormatWall";
import { PlateChoice } from "@/ui/stage/PlateChoice";
import { Transport } from "@/ui/stage/Transport";
import { useStageKeys } from "@/ui/stage/use-stage-keys";
import { ExportPanel } from "./ExportPanel";
import { FramingDesk, type Framer } from "@/ui/fields/framing-desk";
import type { SheetStore } from "@/ui/sheets/store";
import { useHearing, useLeaving } from "@/ui/sheets/use-hearing";
import { FillForm } from "./FillForm";
import { FramingHands } from "./FramingHands";
import { NoteContext, NoteLine } from "./NoteLine";
import { useFilling, type Filling } from "./use-filling";

/** Form left, all formats right, what is wrong under the field that causes it, export below. */
export function FillSheet({ desk, open }: { desk: FillDesk; open?: SheetStore }) {
  const filling = useFilling(desk, open);
  const { player, fixFor, mend, store } = filling;
  const [framer, setFramer] = useState<Framer>();
  return (
    <NoteContext.Provider value={{ player, fixFor, onFix: mend }}>
      <main className="fill d-grid my-0 mx-auto">
        <FramingDesk.Provider value={setFramer}>
          <FillForm desk={desk} filling={filling} />
        </FramingDesk.Provider>
        <FillStage desk={desk} filling={filling} framer={framer} />
        {store && <Kept store={store} />}
      </main>
    </NoteContext.Provider>
  );
}

/** Sends what is typed in order, hears what others change, and holds back whoever leaves too soon. */
function Kept({ store }: { store: SheetStore }) {
  useHearing(store);
  useLeaving(store);
  return null;
}

function FillStage(props: { desk: FillDesk; filling: Filling; framer: Framer | undefined }) {
  const { desk, filling, framer } = props;
  const { player, view, notes } = filling;
  const [plate, setPlate] = useState<Plate>("dark");
  const [guides, setGuides] = useState(false);
  const [toggleGuides] = useState(() => () => setGuides((on) => !on));
  useStageKeys(player, toggleGuides);
  const formats = desk.house.formats.filter((format) => desk.document.formats.includes(format.id));
  const own = filling.values.footage?.slice("media:".length);
  const footage = own ?? desk.footage[0]?.hash;
  // What was brought along is what it is judged against.
  const [seen, setSeen] = useState(own);
  if (seen !== own) {
    setSeen(own);
    if (own !== undefined) setPlate("footage");
  }
  return (
    <section className="fill__stage" aria-label="Preview">
      <div className="fill__bar align-items-center d-flex gap-12 mb-10">
        <h2 className="rubric">All formats</h2>
        <PlateChoice plate={plate} footage={footage !== undefined} onChange={setPlate} />
        <Button
          data-help={fillDeeds.safeAreas.help}
          variant="segment"
          size="sm"
          active={guides}
          aria-pressed={guides}
          onClick={toggleGuides}
        >
          {fillDeeds.safeAreas.label}
        </Button>
      </div>
      {view.stage.kind === "failed" && <Notice weight="stop">The preview stopped: {view.stage.message}</Notice>}
      {notes.others.map((note) => (
        <NoteLine key={note.text} note={note} />
      ))}
      <FormatWall
        formats={formats}
        player={player}
        plate={plate}
        footage={footage}
        guides={guides}
        loading={view.stage.kind === "loading"}
        samples={filling.samples}
        over={(format) =>
          framer && <FramingHands framer={framer} design={desk.document} format={format} player={player} />
        }
      />
      <Transport player={player} view={view} />
      <ExportPanel desk={desk} filling={filling} />
    </section>
  );
}
