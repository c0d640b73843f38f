"use client";
import { useInfiniteQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { z } from "zod";
import { RequestFiles, type ExportView, type RequestView } from "@/contract/exports";
import { ShareDialog } from "@/ui/links/ShareDialog";
import { AskFirst } from "@/ui/parts/AskFirst";
import { Bar } from "@/ui/parts/Bar";
import { call } from "@/ui/parts/api";
import { bytes } from "@/ui/parts/amounts";
import { writeDate } from "@/ui/parts/dates";
import { Notice } from "@/ui/parts/Notice";
import { Comments, useComments } from "./Comments";
import { ExportRow } from "./ExportRow";
import { ZipButton } from "./ZipButton";

export interface Deeds {
  readonly onFile: (job: ExportView, deed: "cancel" | "retry") => void;
  readonly onFault: (message: string | undefined) => void;
  readonly onChanged: () => void;
}

/** What was asked for together: one bar of progress for all, its files, and what can be done with all of them. */
export function RequestBlock({ request, deeds }: { request: RequestView; deeds: Deeds }) {
  const { counts, files, exports } = request;
  const { more, showAll, fault } = useAll(request);
  const { comments, wantsChange } = useComments(request);
  const shown = more ?? exports;
  const only = files === 1 ? exports[0] : undefined;
  if (only) {
    return (
      <tbody className="outbox__request" data-request={request.id}>
        <ExportRow job={only} alone wantsChange={wantsChange(only.id)} onAct={(deed) => deeds.onFile(only, deed)} />
        {request.comments > 0 && <Comments request={request} comments={comments} />}
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
        <ExportRow key={job.id} job={job} wantsChange={wantsChange(job.id)} onAct={(deed) => deeds.onFile(job, deed)} />
      ))}
      {request.comments > 0 && <Comments request={request} comments={comments} />}
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
    const label = `${done} of ${files} done`;
    return (
      <>
        <span className="figures">{label}</span>
        <Bar now={Math.round(progress * 100)} of={100} label={label} />
      </>
    );
  }
  const bad = (counts.failed ?? 0) + (counts.cancelled ?? 0);
  return (
    <span className="figures">
      {bad === 0 ? `all ${files} done` : `${done} of ${files} done, ${bad} failed or cancelled`}
    </span>
  );
}

/** What one press does with all files. */
function All({ request, deeds }: { request: RequestView; deeds: Deeds }) {
  const { id, counts, mine, files } = request;
  const [sharing, setSharing] = useState(false);
  const open = (counts.waiting ?? 0) + (counts.leased ?? 0);
  const bad = (counts.failed ?? 0) + (counts.cancelled ?? 0);
  const act = async (deed: "cancel" | "retry") => {
    deeds.onFault(undefined);
    await call(`/api/requests/${id}/${deed}`, z.null(), {}).catch((error: Error) => deeds.onFault(error.message));
    deeds.onChanged();
  };
  const finished = counts.done ?? 0;
  return (
    <>
      {finished > 0 && (
        <Button variant="link" size="sm" onClick={() => setSharing(true)}>
          Share …
        </Button>
      )}
      {sharing && (
        <ShareDialog
          shared={{ kind: "watch", of: { request: id } }}
          about={finished === 1 ? "one clip" : `${finished} clips`}
          onClose={() => setSharing(false)}
        />
      )}
      {files > 1 && (
        <>
          {mine && open > 0 && (
            <AskFirst
              words="Cancel all"
              question={`Cancel ${open === 1 ? "the file that is" : `${open} files that are`} not done?`}
              no="Keep"
              yes={`Cancel ${open === 1 ? "it" : "them"}`}
              onYes={() => void act("cancel")}
            />
          )}
          {mine && bad > 0 && (
            <Button variant="link" size="sm" onClick={() => void act("retry")}>
              Retry failed
            </Button>
          )}
          {finished > 0 && <ZipButton of={`requests/${id}`} count={finished} onFault={deeds.onFault} />}
        </>
      )}
    </>
  );
}
