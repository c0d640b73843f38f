"use client";
import { useState } from "react";
import { Button } from "react-bootstrap";
import type { ExportView } from "@/contract/exports";
import { receiverOf } from "@/core/outputs/receivers";
import { ShareDialog } from "@/ui/links/ShareDialog";
import { Bar } from "@/ui/parts/Bar";
import { writeDate } from "@/ui/parts/dates";
import { bytes } from "@/ui/parts/amounts";
import { fileUrl } from "./FileView";
import { ProofSheet } from "./ProofSheet";

const stages: Readonly<Record<string, string>> = {
  preparing: "Setting the type",
  painting: "Painting",
  proving: "Proving",
  storing: "Storing",
};

/** A stretch of time as one would say it: nobody waits for seconds. */
function aboutTime(seconds: number): string {
  if (seconds < 45) return "in less than a minute";
  const minutes = Math.round(seconds / 60);
  if (minutes < 90) return `in about ${minutes} ${minutes === 1 ? "minute" : "minutes"}`;
  return `in about ${Math.round(seconds / 3600)} hours`;
}

/** One export: how far it is, or what came of it. */
export function ExportRow(props: {
  job: ExportView;
  /** Nothing above it says by whom it was asked for, and when. */
  alone?: boolean;
  /** Somebody who watched it by link has asked for a change, and nobody has approved it since. */
  wantsChange?: boolean;
  onAct: (deed: "cancel" | "retry") => void;
}) {
  const { job, alone = false, wantsChange = false, onAct } = props;
  const [open, setOpen] = useState(false);
  const running = job.state === "waiting" || job.state === "leased";
  return (
    <>
      <tr className={`outbox__row outbox__row--${job.state} ${alone ? "outbox__row--alone" : ""}`}>
        <td>
          <b className="outbox__name fw-semibold">{job.fileName}</b>
          <small>
            {job.design}, release {job.release} · {job.format}
            {alone && ` · ${job.by} · ${writeDate(job.createdAt)}`}
            {job.goesAt !== null && ` · expires ${writeDate(job.goesAt)}`}
          </small>
        </td>
        <td>{job.output.name}</td>
        <td className="outbox__state">
          <State job={job} />
          {wantsChange && (
            <span className="stamp font-serif fs-15 fw-semibold lh-1 ms-4 text-primary">Change requested</span>
          )}
        </td>
        <td className="text-end text-nowrap figures">{job.bytes !== null && bytes(job.bytes)}</td>
        <td className="text-end text-nowrap">
          {job.state === "done" && (
            <>
              <Button variant="link" size="sm" aria-expanded={open} onClick={() => setOpen(!open)}>
                Proof
              </Button>
              {job.goneAt === null ? (
                <>
                  <Looks job={job} />
                  {alone && <Share job={job} />}
                  <a className="btn btn-outline-secondary btn-sm" href={fileUrl(job)} download>
                    Download
                  </a>
                </>
              ) : (
                job.mine && (
                  <Button variant="link" size="sm" onClick={() => onAct("retry")}>
                    Export again
                  </Button>
                )
              )}
            </>
          )}
          {running && job.mine && (
            <Button variant="link" size="sm" onClick={() => onAct("cancel")}>
              Cancel
            </Button>
          )}
          {(job.state === "failed" || job.state === "cancelled") && job.mine && (
            <Button variant="link" size="sm" onClick={() => onAct("retry")}>
              Try again
            </Button>
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

/** Somebody without an account watches it by link. */
function Share({ job }: { job: ExportView }) {
  const [sharing, setSharing] = useState(false);
  return (
    <>
      <Button variant="link" size="sm" onClick={() => setSharing(true)}>
        Share …
      </Button>
      {sharing && (
        <ShareDialog
          shared={{ kind: "watch", of: { exports: [job.id] } }}
          about="the clip"
          onClose={() => setSharing(false)}
        />
      )}
    </>
  );
}

/** Where it can be looked at as it will live. */
function Looks({ job }: { job: ExportView }) {
  return receiverOf(job.output.kind).map(({ id, label }) => (
    <a
      key={id}
      className="btn btn-link btn-sm"
      href={`/receivers/${id}?export=${job.id}`}
      target="_blank"
      rel="noreferrer"
    >
      {label}
    </a>
  ));
}

function State({ job }: { job: ExportView }) {
  if (job.state === "leased") {
    const label = stages[job.stage] ?? "Working";
    return (
      <>
        <span>{label}</span>
        <Bar now={job.framesDone} of={Math.max(1, job.framesTotal)} label={label} />
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
        {job.error && <small>{job.error} It will be tried again automatically.</small>}
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
        <span className="stamp font-serif fs-15 fw-semibold lh-1 text-primary">Failed</span>
        <small>{job.error}</small>
      </>
    );
  }
  if (job.state === "cancelled")
    return <span className="stamp text-secondary font-serif fs-15 fw-semibold lh-1">Cancelled</span>;
  if (job.goneAt !== null) {
    return (
      <>
        <span className="stamp text-secondary font-serif fs-15 fw-semibold lh-1">Expired</span>
        <small>expired on {writeDate(job.goneAt)}</small>
      </>
    );
  }
  return job.proof?.passed ? (
    <span className="stamp font-serif fs-15 fw-semibold lh-1 text-verdigris">Proved</span>
  ) : (
    <span className="stamp font-serif fs-15 fw-semibold lh-1 text-primary">Proof failed</span>
  );
}
