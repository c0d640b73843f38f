"use client";
import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button, ProgressBar } from "react-bootstrap";
import { z } from "zod";
import { WordList } from "@/contract/links";
import { RequestFiles, JobAnswer, type ExportView, type RequestView } from "@/contract/exports";
import { ShareDialog } from "@/ui/links/ShareDialog";
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
        {request.words > 0 && <Words request={request} />}
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
      {request.words > 0 && <Words request={request} />}
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

/** What people without an account have said of the files, by link. */
function Words({ request: { id, words: count, exports } }: { request: RequestView }) {
  const said = useQuery({ queryKey: ["words", id, count], queryFn: () => call(`/api/requests/${id}/words`, WordList) });
  const nameOf = (file: string) => exports.find((one) => one.id === file)?.fileName ?? "another file";
  return (
    <tr>
      <td colSpan={5}>
        <details className="fs-13">
          <summary>
            {count} {count === 1 ? "word was" : "words were"} said by link
          </summary>
          <ul>
            {said.data?.words.map((word) => (
              <li key={word.id}>
                <b>{word.who}</b> on {nameOf(word.export)}
                {word.atS !== null && <span className="figures"> at {word.atS.toFixed(1)} s</span>}:{" "}
                {word.verdict === "approve" && <i>approves it. </i>}
                {word.words}
              </li>
            ))}
          </ul>
        </details>
      </td>
    </tr>
  );
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
  const [sharing, setSharing] = useState(false);
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
      )}
    </>
  );
}
