"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button, Modal } from "react-bootstrap";
import { z } from "zod";
import { DraftShelf } from "@/contract/designs";
import { Underway, type JobView } from "@/contract/jobs";
import { call } from "@/ui/parts/api";
import { jobEnded } from "@/ui/parts/jobs";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { Segments } from "@/ui/parts/Segments";

const froms = [
  { id: "release", label: "As published" },
  { id: "draft", label: "As the draft is now" },
] as const;

const Packed = z.object({ fileName: z.string(), bytes: z.number() });

/** Packs designs, and the whole house style if wanted, to be handed over to another Rubrick. */
export function PackDialog({
  first,
  whole: wholeFirst,
  onClose,
}: {
  first?: string;
  whole?: boolean;
  onClose: () => void;
}) {
  const [wanted, setWanted] = useState<ReadonlySet<string>>(new Set(first === undefined ? [] : [first]));
  const [from, setFrom] = useState<(typeof froms)[number]["id"]>("release");
  const [whole, setWhole] = useState(wholeFirst ?? false);
  const [notes, setNotes] = useState("");
  const { pack, busy, job, fault, made } = usePacking();
  const shelf = useQuery({ queryKey: ["drafts", "to pack"], queryFn: () => call("/api/designs?page=1", DraftShelf) });
  const drafts = shelf.data?.drafts ?? [];
  const tick = (id: string, on: boolean) =>
    setWanted((before) => new Set(on ? [...before, id] : [...before].filter((other) => other !== id)));
  return (
    <PaperDialog title="Pack to hand over" onClose={onClose} size="lg">
      <Modal.Body className="d-grid gap-12">
        <p className="m-0">
          One file with the designs, what they show of the house style, its pictures, fonts and licences. Another
          Rubrick brings it in from its shelf; by command line it makes clips as it is.
        </p>
        <fieldset className="package__choice">
          <legend className="fs-13">Designs</legend>
          {drafts.map(({ document: { id, name }, release }) => (
            <label key={id} className="align-items-baseline d-flex gap-8">
              <input
                type="checkbox"
                className="form-check-input"
                checked={wanted.has(id)}
                disabled={busy}
                onChange={(event) => tick(id, event.target.checked)}
              />
              <span>
                {name} {!release && <small className="text-secondary">never published: its draft goes</small>}
              </span>
            </label>
          ))}
        </fieldset>
        <Segments label="In which state" value={from} options={froms} onChange={setFrom} />
        <label className="align-items-baseline d-flex gap-8">
          <input
            type="checkbox"
            className="form-check-input"
            checked={whole}
            disabled={busy}
            onChange={(event) => setWhole(event.target.checked)}
          />
          All of the house style, not only what these show
        </label>
        <label>
          Words for whoever opens it
          <textarea
            className="form-control"
            rows={2}
            maxLength={2000}
            value={notes}
            onChange={(event) => setNotes(event.target.value)}
          />
        </label>
        {busy && (
          <p role="status" className="m-0">
            {job ? `${job.done} of ${job.total} pictures are made …` : "Waiting for a worker …"}
          </p>
        )}
        {fault && <Notice weight="stop">{fault}</Notice>}
        {made && (
          <p role="status" className="m-0">
            <a href={`/api/jobs/${made.job}/file`} download={made.fileName}>
              Save {made.fileName}
            </a>{" "}
            ({Math.max(1, Math.round(made.bytes / 1e5) / 10)} MB). It is kept here for a day.
          </p>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button
          disabled={busy || (wanted.size === 0 && !whole)}
          onClick={() => void pack({ designs: [...wanted], from, whole, notes })}
        >
          {made ? "Pack again" : "Pack"}
        </Button>
      </Modal.Footer>
    </PaperDialog>
  );
}

/** One packing after another, and the file that came of the last. */
function usePacking() {
  const [busy, setBusy] = useState(false);
  const [job, setJob] = useState<JobView>();
  const [fault, setFault] = useState<string>();
  const [made, setMade] = useState<z.infer<typeof Packed> & { job: string }>();
  const pack = async (request: { designs: string[]; from: string; whole: boolean; notes: string }) => {
    setBusy(true);
    setFault(undefined);
    setMade(undefined);
    try {
      const asked = await call("/api/packages/pack", Underway, request);
      const ended = await jobEnded(asked.job, (now) => now.total > 0 && setJob(now));
      if (ended.state === "done") setMade({ ...Packed.parse(ended.result), job: ended.id });
      else setFault(ended.error ?? "This was ended before it was done.");
    } catch (error) {
      setFault((error as Error).message);
    }
    setJob(undefined);
    setBusy(false);
  };
  return { pack, busy, job, fault, made };
}
