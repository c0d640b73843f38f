"use client";
import { useEffect, useRef } from "react";
import { Button } from "react-bootstrap";
import { z } from "zod";
import { JobAnswer } from "@/contract/exports";
import { about } from "@/ui/parts/amounts";
import { call } from "@/ui/parts/api";
import { useKeptJob } from "@/ui/parts/kept-job";

const Zipped = z.object({ fileName: z.string() });

/** Has finished files packed into one, and saves that as soon as it is there. `of` is the path of what they are of. */
export function ZipButton(props: {
  of: `${"requests" | "sheets"}/${string}`;
  count: number;
  onFault: (words: string | undefined) => void;
}) {
  const { of, count, onFault } = props;
  const { start, leave, busy, job, fault, made } = useKeptJob(`zip ${of}`, Zipped);
  const wasPressed = useRef(false);
  useEffect(() => {
    if (fault === undefined) return;
    onFault(fault);
    leave();
  }, [fault, onFault, leave]);
  useEffect(() => {
    if (!made || !wasPressed.current) return;
    wasPressed.current = false;
    location.assign(`/api/jobs/${made.job}/file`);
    leave();
  }, [made, leave]);
  if (busy) {
    const left = job?.aboutS ? `, about ${about(job.aboutS)} left` : "";
    const isCounted = job?.state === "leased" && job.total > 0;
    return (
      <span role="status" className="figures fs-13">
        {isCounted ? `Zipping ${job.done} of ${job.total}` : "Waiting to be zipped"}
        {left}
      </span>
    );
  }
  // Found again after a reload: a download that nobody has pressed for would surprise.
  if (made) {
    return (
      <a
        className="btn btn-outline-secondary btn-sm"
        href={`/api/jobs/${made.job}/file`}
        download={made.fileName}
        onClick={() => setTimeout(leave)}
      >
        Save {made.fileName}
      </a>
    );
  }
  const pack = () => {
    wasPressed.current = true;
    onFault(undefined);
    void start(() => call(`/api/${of}/zip`, JobAnswer, { folders: "{format}" }));
  };
  return (
    <Button variant="outline-secondary" size="sm" onClick={pack}>
      Download {count === 1 ? "1 file" : `${count} files`} as a zip
    </Button>
  );
}
