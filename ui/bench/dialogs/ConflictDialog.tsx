"use client";
import { writeDate } from "@/ui/parts/dates";
import { useMemo, useState } from "react";
import { Modal } from "react-bootstrap";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import type { Design } from "@/core/document/design";
import { sampleValues } from "@/core/document/values";
import { Notice } from "@/ui/parts/Notice";
import { FormatStage } from "@/ui/stage/FormatStage";
import { usePlayer } from "@/ui/stage/use-player";
import { useBench } from "../store";

/** Somebody else has changed the draft: both versions side by side, and two ways on. Neither loses anything. */
export function ConflictDialog() {
  const save = useBench((state) => state.save);
  const mine = useBench((state) => state.document);
  const settle = useBench((state) => state.settle);
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string>();
  if (save.kind !== "conflict") return null;
  const { theirs } = save;
  const who = theirs.by ?? "Somebody";
  const take = async (keep: "mine" | "theirs") => {
    setBusy(true);
    setFault(undefined);
    try {
      await settle(keep);
    } catch (error) {
      setFault((error as Error).message);
    }
    setBusy(false);
  };
  return (
    <PaperDialog title={<>{who} has changed this design too</>} size="lg">
      <Modal.Body>
        <p>
          Your last changes are not saved, because the design has moved on. Which version shall be the draft? The other
          one is kept under Versions.
        </p>
        <div className="conflict d-grid gap-16">
          <figure>
            <figcaption>Yours</figcaption>
            <Poster design={mine} />
          </figure>
          <figure>
            <figcaption>
              {who}’s, at {writeDate(theirs.at)}
            </figcaption>
            <Poster design={theirs.document} />
          </figure>
        </div>
        {fault && <Notice weight="stop">{fault}</Notice>}
      </Modal.Body>
      <Modal.Footer>
        <button type="button" className="btn btn-outline-secondary" disabled={busy} onClick={() => take("theirs")}>
          Go on with {who}’s, keep mine as a version
        </button>
        <button type="button" className="btn btn-primary" disabled={busy} onClick={() => take("mine")}>
          Go on with mine, keep theirs as a version
        </button>
      </Modal.Footer>
    </PaperDialog>
  );
}

/** A design as it looks at its poster, in the first of its formats. */
export function Poster({ design }: { design: Design }) {
  const house = useBench((state) => state.house);
  const scene = useMemo(
    () => ({ request: { design, values: sampleValues(design), house, samples: true }, formats: [design.formats[0]!] }),
    [design, house],
  );
  const { player } = usePlayer(scene);
  const format = house.formats.find(({ id }) => id === design.formats[0]);
  return format ? <FormatStage format={format} player={player} plate="dark" /> : null;
}
