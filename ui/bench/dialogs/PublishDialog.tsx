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
  const { findings, reasons, setReasons, open, publish, publishing } = usePublishing(player);
  const designId = useBench((state) => state.id);
  const busy = publishing?.kind === "busy";
  const job = publishing?.kind === "busy" ? publishing.job : undefined;
  const close = () => {
    // What has been read is not said again; what is under way goes on, and is said above.
    if (!busy) store.getState().show({ publishing: undefined });
    onClose();
  };
  if (publishing?.kind === "done") return <IsOut designId={designId} release={publishing} onClose={close} />;
  const goTo = ({ layer, formats: where }: Finding) => {
    store.getState().choose([layer!]);
    store.getState().show({ format: where[0]! });
    onClose();
  };
  return (
    <PaperDialog title={<>Publish release {number + 1}</>} onClose={close} size="lg">
      <Modal.Body>
        <h3 className="rubric">Checks</h3>
        {!findings && <p className="quiet">Checking every format …</p>}
        {findings?.length === 0 && (
          <p className="quiet">No findings. The text fits, is inside the safe areas and can be read.</p>
        )}
        {findings?.map((finding) => (
          <FindingLine
            key={finding.id}
            finding={finding}
            formats={formats}
            reasons={reasons}
            onReasons={setReasons}
            ask="or give a reason to publish it anyway"
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
        {busy && (
          <p className="quiet" role="status">
            {job && job.total > 0 ? `Checked: ${job.done} of ${job.total} formats.` : "Waiting for its checks …"} You
            can close this; publishing continues.
          </p>
        )}
        {publishing?.kind === "failed" && <Notice weight="stop">{publishing.message}</Notice>}
      </Modal.Body>
      <Modal.Footer>
        {open > 0 && (
          <span className="quiet">{open === 1 ? "One thing" : `${open} things`} must be fixed or given a reason.</span>
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
