"use client";
import Link from "next/link";
import { Button, Modal } from "react-bootstrap";
import type { Finding } from "@/core/checks/findings";
import { changesBetween } from "@/core/edit/compare";
import { FindingLine } from "@/ui/parts/FindingLine";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import type { StagePlayer } from "@/ui/stage/player";
import { useBench, useBenchStore } from "../store";
import { MoveSheetsOn, SheetsInUse } from "./SheetsInUse";
import { usePublishing } from "./use-publishing";

/** Checks, what has changed since the last release, and the press that makes the next one. */
export function PublishDialog({ player, onClose }: { player: StagePlayer; onClose: () => void }) {
  const store = useBenchStore();
  const formats = useBench((state) => state.house.formats);
  const number = useBench((state) => state.release?.number ?? 0);
  const { findings, reasons, setReasons, open, publish, busy, job, fault, done } = usePublishing(player);
  const designId = useBench((state) => state.id);
  if (done) return <IsOut designId={designId} release={done} onClose={onClose} />;
  const goTo = ({ layer, formats: where }: Finding) => {
    store.getState().choose([layer!]);
    store.getState().show({ format: where[0]! });
    onClose();
  };
  return (
    <PaperDialog title={<>Publish release {number + 1}</>} onClose={onClose} size="lg">
      <Modal.Body>
        <h3 className="rubric">Checks</h3>
        {!findings && <p className="quiet">Looking at every format …</p>}
        {findings?.length === 0 && (
          <p className="quiet">Nothing found: the words fit, stand where they may, and can be read.</p>
        )}
        {findings?.map((finding) => (
          <FindingLine
            key={finding.id}
            finding={finding}
            formats={formats}
            reasons={reasons}
            onReasons={setReasons}
            ask="or say why it may go out like this"
          >
            {finding.layer && (
              <button type="button" className="chip" onClick={() => goTo(finding)}>
                Go there
              </button>
            )}
          </FindingLine>
        ))}
        <Changes />
        <SheetsInUse designId={designId} />
        {busy && job && (
          <p className="quiet" role="status">
            {job.total > 0 ? `Checked: ${job.done} of ${job.total} formats` : "Waiting for its checks …"}
          </p>
        )}
        {fault && <Notice weight="stop">{fault}</Notice>}
      </Modal.Body>
      <Modal.Footer>
        {open > 0 && (
          <span className="quiet">{open === 1 ? "One thing" : `${open} things`} must be mended or given a reason.</span>
        )}
        <Button disabled={busy || !findings || open > 0} onClick={() => void publish()}>
          Publish
        </Button>
      </Modal.Footer>
    </PaperDialog>
  );
}

function Changes() {
  const document = useBench((state) => state.document);
  const release = useBench((state) => state.release);
  const changes = release ? changesBetween(release.document, document) : [];
  return (
    <>
      <h3 className="rubric">Since release {release?.number ?? "–"}</h3>
      {!release && <p className="quiet">This will be the first release.</p>}
      {release && changes.length === 0 && <p className="quiet">Nothing has changed.</p>}
      <ul className="changes my-6 mx-0">
        {changes.map((change) => (
          <li key={change}>{change}</li>
        ))}
      </ul>
      {release && <p className="quiet">Clips that are being filled in stay on the release they were started with.</p>}
    </>
  );
}

interface Out {
  readonly designId: string;
  readonly release: { readonly id: string; readonly number: number };
  readonly onClose: () => void;
}

const IsOut = ({ designId, release, onClose }: Out) => (
  <PaperDialog title={<>Release {release.number} is out</>} onClose={onClose}>
    <Modal.Body>
      <p>Colleagues find it on the shelf from now on. It never changes; what you do here goes into the next one.</p>
      <Link className="btn btn-primary" href={`/fill/${release.id}`}>
        Fill it in
      </Link>
      <MoveSheetsOn designId={designId} release={release} />
    </Modal.Body>
  </PaperDialog>
);
