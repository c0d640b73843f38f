"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button, Modal } from "react-bootstrap";
import { z } from "zod";
import { DraftShelf } from "@/contract/designs";
import { Underway } from "@/contract/jobs";
import { call } from "@/ui/parts/api";
import { JobProgress } from "@/ui/parts/JobProgress";
import { useKeptJob } from "@/ui/parts/kept-job";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { Segments } from "@/ui/parts/Segments";

const froms = [
  { id: "release", label: "As published" },
  { id: "draft", label: "As the draft is now" },
] as const;

/** What the packing that this tab waits for is kept under. */
export const packJob = "pack";

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
  const { start, leave, busy, job, fault, made } = useKeptJob(packJob, Packed);
  const pack = () => start(() => call("/api/packages/pack", Underway, { designs: [...wanted], from, whole, notes }));
  const shelf = useQuery({ queryKey: ["drafts", "to pack"], queryFn: () => call("/api/designs?page=1", DraftShelf) });
  const drafts = shelf.data?.drafts ?? [];
  const tick = (id: string, on: boolean) =>
    setWanted((before) => new Set(on ? [...before, id] : [...before].filter((other) => other !== id)));
  const close = () => {
    leave();
    onClose();
  };
  return (
    <PaperDialog title="Export package" onClose={close} size="lg">
      <Modal.Body className="d-grid gap-12">
        <p className="m-0">
          One file with the designs, what they use of the house style, its pictures, fonts and licences. Another
          installation imports it from its shelf; the command line makes clips from it directly.
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
                {name} {!release && <small className="text-secondary">never published: its draft is exported</small>}
              </span>
            </label>
          ))}
        </fieldset>
        <Segments label="Version" value={from} options={froms} onChange={setFrom} />
        <label className="align-items-baseline d-flex gap-8">
          <input
            type="checkbox"
            className="form-check-input"
            checked={whole}
            disabled={busy}
            onChange={(event) => setWhole(event.target.checked)}
          />
          The whole house style, not only what these use
        </label>
        <label>
          Message to the recipient
          <textarea
            className="form-control"
            rows={2}
            maxLength={2000}
            value={notes}
            onChange={(event) => setNotes(event.target.value)}
          />
        </label>
        {busy && <JobProgress job={job} doing="pictures are made" />}
        {fault && <Notice weight="stop">{fault}</Notice>}
        {made && (
          <p role="status" className="m-0">
            <a href={`/api/jobs/${made.job}/file`} download={made.fileName}>
              Save {made.fileName}
            </a>{" "}
            ({Math.max(1, Math.round(made.bytes / 1e5) / 10)} MB). It stays here for a day.
          </p>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button disabled={busy || (wanted.size === 0 && !whole)} onClick={() => void pack()}>
          {made ? "Pack again" : "Pack"}
        </Button>
      </Modal.Footer>
    </PaperDialog>
  );
}
