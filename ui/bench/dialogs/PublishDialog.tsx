"use client";
import Link from "next/link";
import { useEffect, useState } from "react";
import { Modal } from "react-bootstrap";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { Published } from "@/contract/designs";
import { findingsOf, type Finding } from "@/core/checks/findings";
import { changesBetween } from "@/core/edit/compare";
import { callThrough } from "@/ui/parts/jobs";
import type { JobView } from "@/contract/jobs";
import { Notice } from "@/ui/parts/Notice";
import type { StagePlayer } from "@/ui/stage/player";
import { useBench, useBenchStore } from "../store";

/** Checks, what has changed since the last release, and the press that makes the next one. */
export function PublishDialog({ player, onClose }: { player: StagePlayer; onClose: () => void }) {
  const store = useBenchStore();
  const document = useBench((state) => state.document);
  const release = useBench((state) => state.release);
  const house = useBench((state) => state.house);
  const [findings, setFindings] = useState<readonly Finding[]>();
  const [reasons, setReasons] = useState<Readonly<Record<string, string>>>({});
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string>();
  const [job, setJob] = useState<JobView>();
  const [done, setDone] = useState<{ id: string; number: number }>();
  const changes = release ? changesBetween(release.document, document) : [];

  useEffect(() => {
    let live = true;
    // The stage first hears of what was only tried and is no longer.
    const timer = setTimeout(() => {
      const { stage } = player.snapshot();
      if (stage.kind === "fault") {
        const formats = document.formats.map((format) => ({ format, issues: [stage.issue] }));
        setFindings(findingsOf(document, formats));
      } else void player.check("design").then((formats) => live && setFindings(findingsOf(document, formats)));
    }, 50);
    return () => {
      live = false;
      clearTimeout(timer);
    };
    // Found once, for the design as it is when the dialog opens.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  const stops = findings?.filter(({ severity }) => severity === "stop") ?? [];
  const open = stops.filter(({ id, broken }) => broken || (reasons[id] ?? "").trim().length < 3);
  const formatName = (id: string) => house.formats.find((format) => format.id === id)?.name ?? id;
  const publish = async () => {
    setBusy(true);
    setFault(undefined);
    try {
      const revision = await store.getState().flush();
      if (revision === undefined) throw new Error("The last changes could not be saved. See what the bar above says.");
      const accepted = stops.map(({ id }) => ({ check: id, reason: reasons[id]!.trim() }));
      const path = `/api/designs/${store.getState().id}/publish`;
      const made = await callThrough(path, Published, { revision, accepted }, setJob);
      store.getState().show({ release: { ...made, document } });
      setDone(made);
    } catch (error) {
      setFault((error as Error).message);
    }
    setBusy(false);
  };
  if (done) {
    return (
      <PaperDialog title={<>Release {done.number} is out</>} onClose={onClose}>
        <Modal.Body>
          <p>Colleagues find it on the shelf from now on. It never changes; what you do here goes into the next one.</p>
          <Link className="btn btn-primary" href={`/fill/${done.id}`}>
            Fill it in
          </Link>
        </Modal.Body>
      </PaperDialog>
    );
  }
  return (
    <PaperDialog title={<>Publish release {(release?.number ?? 0) + 1}</>} onClose={onClose} size="lg">
      <Modal.Body>
        <h3 className="rubric">Checks</h3>
        {!findings && <p className="quiet">Looking at every format …</p>}
        {findings?.length === 0 && (
          <p className="quiet">Nothing found: the words fit, stand where they may, and can be read.</p>
        )}
        {findings?.map((finding) => (
          <div key={finding.id} className="finding">
            <Notice weight={finding.severity}>
              {finding.message} <small>{finding.formats.map(formatName).join(", ")}</small>
            </Notice>
            <span className="finding__ways">
              {finding.layer && (
                <button
                  type="button"
                  className="chip"
                  onClick={() => {
                    store.getState().choose([finding.layer!]);
                    store.getState().show({ format: finding.formats[0]! });
                    onClose();
                  }}
                >
                  Go there
                </button>
              )}
              {finding.severity === "stop" && !finding.broken && (
                <input
                  type="text"
                  className="form-control form-control-sm"
                  aria-label={`Why this may go out: ${finding.message}`}
                  placeholder="or say why it may go out like this"
                  maxLength={300}
                  value={reasons[finding.id] ?? ""}
                  onChange={(event) => setReasons({ ...reasons, [finding.id]: event.target.value })}
                />
              )}
            </span>
          </div>
        ))}
        <h3 className="rubric">Since release {release?.number ?? "–"}</h3>
        {!release && <p className="quiet">This will be the first release.</p>}
        {release && changes.length === 0 && <p className="quiet">Nothing has changed.</p>}
        <ul className="changes">
          {changes.map((change) => (
            <li key={change}>{change}</li>
          ))}
        </ul>
        {release && <p className="quiet">Clips that are being filled in stay on the release they were started with.</p>}
        {busy && job && (
          <p className="quiet" role="status">
            {job.total > 0 ? `Checked: ${job.done} of ${job.total} formats` : "Waiting for its checks …"}
          </p>
        )}
        {fault && <Notice weight="stop">{fault}</Notice>}
      </Modal.Body>
      <Modal.Footer>
        {open.length > 0 && (
          <span className="quiet">
            {open.length === 1 ? "One thing" : `${open.length} things`} must be mended or given a reason.
          </span>
        )}
        <button
          type="button"
          className="btn btn-primary"
          disabled={busy || !findings || open.length > 0}
          onClick={publish}
        >
          Publish
        </button>
      </Modal.Footer>
    </PaperDialog>
  );
}
