"use client";
import { useInfiniteQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button, ProgressBar } from "react-bootstrap";
import { z } from "zod";
import { RequestFiles, JobAnswer, type ExportView, type RequestView } from "@/contract/exports";
import { ApiError, call } from "@/ui/parts/api";
import { bytes } from "@/ui/parts/amounts";
import { writeDate } from "@/ui/parts/dates";
import { jobEnded } from "@/ui/parts/jobs";
import { Notice } from "@/ui/parts/Notice";
import { ExportRow } from "./ExportRow";

export interface Deeds {
  readonly onFile: (job: ExportView, deed: "cancel" | "retry") => void;
  readonly onFault: (message: string | undefined) => void;
  readonly onChanged: () => void;
}

/** What was asked for together: one bar of progress for all, its files, and what can be done with all of them. */
export function RequestBlock({ request, deeds }: { request: RequestView; deeds: Deeds }) {
  const { counts, files, exports } = request;
  const { more, showAll, fault } = useAll(request);
  const shown = more ?? exports;
  const only = files === 1 ? exports[0] : undefined;
  if (only) {
    return (
      <tbody className="outbox__request" data-request={request.id}>
        <ExportRow job={only} alone onAct={(deed) => deeds.onFile(only, deed)} />
      </tbody>
    );
  }
  return (
    <tbody className="outbox__request" data-request={request.id}>
      <tr className="outbox__head">
        <th scope="rowgroup" colSpan={2}>
          <b className="outbox__name fw-semibold">{request.title}</b>
          <small>
            {request.by} · {writeDate(request.createdAt)} · {files} {files === 1 ? "file" : "files"}
            {request.bytes > 0 && `, ${bytes(request.bytes)}`}
          </small>
        </th>
        <td className="outbox__state">
          <Standing request={request} />
        </td>
        <td colSpan={2} className="text-end text-nowrap">
          <All request={request} deeds={deeds} />
        </td>
      </tr>
      {shown.map((job) => (
        <ExportRow key={job.id} job={job} onAct={(deed) => deeds.onFile(job, deed)} />
      ))}
      {fault && (
        <tr>
          <td colSpan={5}>
            <Notice weight="stop">{fault.message}</Notice>
          </td>
        </tr>
      )}
      {files > shown.length && (
        <tr>
          <td colSpan={5}>
            <Button variant="link" size="sm" onClick={showAll}>
              Show {more ? "more" : `all ${files} files`}
              {counts.failed ? `, ${counts.failed} failed among them` : ""}
            </Button>
          </td>
        </tr>
      )}
    </tbody>
  );
}

/** The files beyond the first ones, fetched when they are asked for, and again when something of them has changed. */
function useAll({ id }: RequestView) {
  const [wanted, setWanted] = useState(false);
  const files = useInfiniteQuery({
    queryKey: ["outbox", "files", id],
    queryFn: ({ pageParam }) => call(`/api/requests/${id}/files?after=${pageParam}`, RequestFiles),
    initialPageParam: 0,
    getNextPageParam: ({ next }) => next,
    enabled: wanted,
  });
  const more = files.data?.pages.flatMap(({ exports }) => exports);
  const showAll = () => {
    if (wanted) void files.fetchNextPage();
    else setWanted(true);
  };
  return { more, showAll, fault: files.error };
}

function Standing({ request: { counts, files, progress } }: { request: RequestView }) {
  const done = counts.done ?? 0;
  const open = (counts.waiting ?? 0) + (counts.leased ?? 0);
  if (open > 0) {
    const label = `${done} of ${files} made`;
    return (
      <>
        <span className="figures">{label}</span>
        <ProgressBar now={progress * 100} aria-label={label} className="my-4" />
      </>
    );
  }
  const bad = (counts.failed ?? 0) + (counts.cancelled ?? 0);
  return <span className="figures">{bad === 0 ? `all ${files} made` : `${done} of ${files} made, ${bad} not`}</span>;
}

/** What one press does with all files. */
function All({ request, deeds }: { request: RequestView; deeds: Deeds }) {
  const { id, counts, mine, files } = request;
  const [packing, setPacking] = useState<string>();
  const open = (counts.waiting ?? 0) + (counts.leased ?? 0);
  const bad = (counts.failed ?? 0) + (counts.cancelled ?? 0);
  const act = async (deed: "cancel" | "retry") => {
    deeds.onFault(undefined);
    await call(`/api/requests/${id}/${deed}`, z.null(), {}).catch((error: Error) => deeds.onFault(error.message));
    deeds.onChanged();
  };
  const pack = async () => {
    deeds.onFault(undefined);
    setPacking("Packing …");
    try {
      const { job } = await call(`/api/requests/${id}/zip`, JobAnswer, { folders: "{format}" });
      const ended = await jobEnded(job, ({ done, total }) => total > 0 && setPacking(`Packing ${done} of ${total} …`));
      if (ended.state !== "done") throw new ApiError(422, "zip", ended.error ?? "The files could not be packed.");
      location.assign(`/api/jobs/${job}/file`);
    } catch (error) {
      deeds.onFault((error as Error).message);
    }
    setPacking(undefined);
  };
  if (files < 2) return null;
  return (
    <>
      {mine && open > 0 && (
        <Button variant="link" size="sm" onClick={() => void act("cancel")}>
          Cancel all
        </Button>
      )}
      {mine && bad > 0 && (
        <Button variant="link" size="sm" onClick={() => void act("retry")}>
          Try all again
        </Button>
      )}
      {(counts.done ?? 0) > 0 && (
        <Button variant="outline-secondary" size="sm" disabled={packing !== undefined} onClick={() => void pack()}>
          {packing ?? `Download ${counts.done} as a zip`}
        </Button>
      )}
    </>
  );
}
