"use client";
import { writeDate } from "@/ui/parts/dates";
import { useState } from "react";
import type { ExportView } from "@/contract/exports";
import { factsOf } from "@/core/outputs/output";
import { ProofSheet } from "./ProofSheet";

const stages: Readonly<Record<string, string>> = {
  preparing: "Setting the type",
  painting: "Painting",
  proving: "Proving",
  storing: "Storing",
};

export function bytes(size: number): string {
  if (size < 1000) return `${size} B`;
  if (size < 1e6) return `${(size / 1e3).toFixed(0)} KB`;
  return `${(size / 1e6).toFixed(1)} MB`;
}

/** A stretch of time as one would say it: nobody waits for seconds. */
function aboutTime(seconds: number): string {
  if (seconds < 45) return "in less than a minute";
  const minutes = Math.round(seconds / 60);
  if (minutes < 90) return `in about ${minutes} ${minutes === 1 ? "minute" : "minutes"}`;
  return `in about ${Math.round(seconds / 3600)} hours`;
}

/** One export: how far it is, or what came of it. */
export function ExportRow({ job, onAct }: { job: ExportView; onAct: (deed: "cancel" | "retry") => void }) {
  const [open, setOpen] = useState(false);
  const running = job.state === "waiting" || job.state === "leased";
  return (
    <>
      <tr className={`outbox__row outbox__row--${job.state}`}>
        <td>
          <b className="outbox__name">{job.fileName}</b>
          <small>
            {job.design}, release {job.release} · {job.by} · {writeDate(job.createdAt)}
          </small>
        </td>
        <td>{factsOf(job.output).label}</td>
        <td className="outbox__state">
          <State job={job} />
        </td>
        <td className="num figures">{job.bytes !== null && bytes(job.bytes)}</td>
        <td className="outbox__deeds">
          {job.state === "done" && (
            <>
              <button type="button" className="btn btn-link btn-sm" aria-expanded={open} onClick={() => setOpen(!open)}>
                Proof
              </button>
              <a className="btn btn-outline-secondary btn-sm" href={`/api/exports/${job.id}/file`} download>
                Download
              </a>
            </>
          )}
          {running && job.mine && (
            <button type="button" className="btn btn-link btn-sm" onClick={() => onAct("cancel")}>
              Cancel
            </button>
          )}
          {(job.state === "failed" || job.state === "cancelled") && job.mine && (
            <button type="button" className="btn btn-link btn-sm" onClick={() => onAct("retry")}>
              Try again
            </button>
          )}
        </td>
      </tr>
      {open && job.proof && (
        <tr className="outbox__proof">
          <td colSpan={5}>
            <ProofSheet job={job} proof={job.proof} />
          </td>
        </tr>
      )}
    </>
  );
}

function State({ job }: { job: ExportView }) {
  if (job.state === "leased") {
    const share = job.framesTotal > 0 ? job.framesDone / job.framesTotal : 0;
    const label = stages[job.stage] ?? "Working";
    return (
      <>
        <span>{label}</span>
        <span
          className="progress-rule"
          role="progressbar"
          aria-label={label}
          aria-valuemin={0}
          aria-valuemax={job.framesTotal}
          aria-valuenow={job.framesDone}
        >
          <i style={{ width: `${share * 100}%` }} />
        </span>
        <small className="figures">
          {job.framesDone} of {job.framesTotal} frames{job.worker !== null && ` · ${job.worker}`}
        </small>
      </>
    );
  }
  if (job.state === "waiting") {
    return (
      <>
        <span>Waiting</span>
        {job.error && <small>{job.error} It is tried again by itself.</small>}
        {job.ahead !== null && job.aboutS !== null && (
          <small>
            {job.ahead === 0 ? "next" : `after ${job.ahead} ${job.ahead === 1 ? "other" : "others"}`},{" "}
            {aboutTime(job.aboutS)}
          </small>
        )}
      </>
    );
  }
  if (job.state === "failed") {
    return (
      <>
        <span className="stamp stamp-stop">Failed</span>
        <small>{job.error}</small>
      </>
    );
  }
  if (job.state === "cancelled") return <span className="stamp">Cancelled</span>;
  return job.proof?.passed ? (
    <span className="stamp stamp-good">Proved</span>
  ) : (
    <span className="stamp stamp-stop">Proof failed</span>
  );
}
