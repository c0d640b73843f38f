"use client";
import { useMemo, useState } from "react";
import { Form, Modal } from "react-bootstrap";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { Segments } from "@/ui/parts/Segments";
import { trialsOf, type Trial } from "@/core/edit/try-values";
import { messageOf } from "@/core/messages";
import { FormatStage } from "@/ui/stage/FormatStage";
import { createCloseUp, useCloseUp, type CloseUp } from "@/ui/stage/close-up";
import { usePlayer } from "@/ui/stage/use-player";
import { useBoxesAtRest } from "../stage/boxes";
import { useBench, useBenchStore } from "../store";

/** The nastiest values side by side, each as a small stage; a press puts one on the bench. */
export function TryDialog({ onClose }: { onClose: () => void }) {
  const document = useBench((state) => state.document);
  const house = useBench((state) => state.house);
  const current = useBench((state) => state.format);
  const [format, setFormat] = useState(current);
  const store = useBenchStore();
  const trials = trialsOf(document);
  const [whole, setWhole] = useState(false);
  const boxes = useBoxesAtRest();
  const [closeUp] = useState(() =>
    createCloseUp(false, { format: house.formats.find(({ id }) => id === current)!, boxes: [...boxes.values()] }),
  );
  const take = (trial: Trial | undefined) => {
    store.getState().show({ tried: trial?.id === "samples" ? undefined : trial?.values, format });
    onClose();
  };
  return (
    <PaperDialog title="Test values" onClose={onClose} size="xl">
      <Modal.Body>
        <div className="d-flex justify-content-between align-items-center">
          <Segments
            label="Format"
            value={format}
            options={house.formats
              .filter(({ id }) => document.formats.includes(id))
              .map(({ id, name }) => ({ id, label: name }))}
            onChange={setFormat}
          />
          <Form.Check
            type="switch"
            id="whole-frame"
            label="Whole frame"
            checked={whole}
            onChange={(event) => setWhole(event.target.checked)}
          />
        </div>
        <div className="trials d-grid gap-14 mt-12">
          {trials.map((trial) => (
            <button
              key={trial.id}
              type="button"
              className="trial bg-none border p-8 text-start"
              onClick={() => take(trial)}
            >
              <TrialStage trial={trial} format={format} closeUp={whole ? undefined : closeUp} />
            </button>
          ))}
        </div>
      </Modal.Body>
    </PaperDialog>
  );
}

function TrialStage({ trial, format, closeUp }: { trial: Trial; format: string; closeUp: CloseUp | undefined }) {
  const design = useBench((state) => state.document);
  const house = useBench((state) => state.house);
  const scene = useMemo(
    () => ({ request: { design, values: trial.values, house, samples: trial.id === "samples" }, formats: [format] }),
    // The trial's values follow from the design.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [design, house, trial.id, format],
  );
  const { player, view } = usePlayer(scene, true);
  const shown = house.formats.find(({ id }) => id === format)!;
  const part = useCloseUp(closeUp, trial.id, shown, view.stage);
  const issues =
    view.stage.kind === "ready"
      ? view.stage.formats.flatMap((f) => f.issues)
      : view.stage.kind === "fault"
        ? [view.stage.issue]
        : [];
  const nameOf = (id: string) => design.layers.find((layer) => layer.id === id)?.name ?? id;
  return (
    <>
      <FormatStage format={shown} player={player} plate="dark" part={part} />
      <b>{trial.name}</b>
      <small>{issues.length === 0 ? "Nothing found" : messageOf(issues[0]!, nameOf)}</small>
    </>
  );
}
