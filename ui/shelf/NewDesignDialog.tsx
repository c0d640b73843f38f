"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Modal } from "react-bootstrap";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { NewDesign, type DraftCard } from "@/contract/designs";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";

/** Starts a design from nothing or from another one, and opens it on the bench. */
export function NewDesignDialog({
  source,
  drafts,
  onClose,
}: {
  source: DraftCard | undefined;
  drafts: readonly DraftCard[];
  onClose: () => void;
}) {
  const router = useRouter();
  const [name, setName] = useState(source ? `${source.document.name}, copy`.slice(0, 80) : "");
  const [from, setFrom] = useState(source?.id ?? "");
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string>();
  const start = async () => {
    setBusy(true);
    setFault(undefined);
    try {
      const { id } = await call("/api/designs", NewDesign, { name, ...(from === "" ? {} : { copyOf: from }) });
      router.push(`/bench/${id}`);
    } catch (error) {
      setFault((error as Error).message);
      setBusy(false);
    }
  };
  return (
    <PaperDialog title="New design" onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim() !== "") void start();
        }}
      >
        <Modal.Body>
          <label className="setting">
            Name
            <input
              type="text"
              autoFocus
              className="form-control"
              maxLength={80}
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
          </label>
          <label className="setting">
            Begins as
            <select className="form-select" value={from} onChange={(event) => setFrom(event.target.value)}>
              <option value="">a blank design with one panel</option>
              {drafts.map(({ id, document }) => (
                <option key={id} value={id}>
                  a copy of {document.name}
                </option>
              ))}
            </select>
          </label>
          {fault && <Notice weight="stop">{fault}</Notice>}
        </Modal.Body>
        <Modal.Footer>
          <button type="submit" className="btn btn-primary" disabled={busy || name.trim() === ""}>
            Open it on the bench
          </button>
        </Modal.Footer>
      </form>
    </PaperDialog>
  );
}
