"use client";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import Link from "next/link";
import { useRef, useState } from "react";
import { Table } from "react-bootstrap";
import { z } from "zod";
import { RequestPage, type ExportView } from "@/contract/exports";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { Pager } from "@/ui/parts/Pager";
import { allLooked, OutboxFilter, queryOf, type Looked } from "./OutboxFilter";
import { RequestBlock, type Deeds } from "./RequestBlock";
import { useRequestEvents } from "./use-request-events";

/** Everything that was asked for, together as it was asked, how far it is, and the proof of what is finished. */
export function Outbox() {
  const [looked, setLooked] = useState<Looked>(allLooked);
  /** Where the pages begin that were gone through to this one, the newest not among them. */
  const [passed, setPassed] = useState<readonly number[]>([]);
  const before = passed[passed.length - 1] ?? null;
  const [error, setError] = useState<string>();
  const queries = useQueryClient();
  const query = [queryOf(looked), before === null ? "" : `before=${before}`].filter((part) => part !== "").join("&");
  const outbox = useQuery({
    queryKey: ["outbox", query],
    queryFn: () => call(`/api/requests${query === "" ? "" : `?${query}`}`, RequestPage),
    placeholderData: (last) => last,
  });
  useRequestEvents(query);
  const onChanged = () => queries.invalidateQueries({ queryKey: ["outbox"] });
  // What was pressed is not asked for again before its answer is seen.
  const asking = useRef(new Set<string>());
  const onFile = async (job: ExportView, deed: "cancel" | "retry") => {
    if (asking.current.has(job.id)) return;
    asking.current.add(job.id);
    setError(undefined);
    await call(`/api/exports/${job.id}/${deed}`, z.null(), {}).catch((fault: Error) => setError(fault.message));
    await onChanged().finally(() => asking.current.delete(job.id));
  };
  const deeds: Deeds = {
    onFile: (job, deed) => void onFile(job, deed),
    onFault: setError,
    onChanged: () => void onChanged(),
  };
  const requests = outbox.data?.requests ?? [];
  const next = outbox.data?.next ?? null;
  const filtered = queryOf(looked) !== "";
  return (
    <main className="page outbox">
      <div className="page__head">
        <h1>Outbox</h1>
        <p>
          Every file is decoded again after it is made and compared with what was painted: that is its proof. Everybody
          in the house can see and download them.
        </p>
      </div>
      <OutboxFilter
        looked={looked}
        onChange={(now) => {
          setLooked(now);
          setPassed([]);
        }}
      />
      {(error ?? outbox.error) && <Notice weight="stop">{error ?? outbox.error?.message}</Notice>}
      {outbox.isPending && <p className="quiet">Loading the outbox …</p>}
      {outbox.data && requests.length === 0 && (
        <Notice weight="note">
          {filtered ? (
            "Nothing matches. Try other words or filters."
          ) : (
            <>
              There are no clips yet. Choose a design on the <Link href="/">shelf</Link>, fill it in and export it.
            </>
          )}
        </Notice>
      )}
      {requests.length > 0 && (
        <Table className="outbox__table">
          <thead>
            <tr>
              <th scope="col">Clip</th>
              <th scope="col">Kind</th>
              <th scope="col">State</th>
              <th scope="col" className="text-end">
                Size
              </th>
              <th scope="col">
                <span className="visually-hidden">Actions</span>
              </th>
            </tr>
          </thead>
          {requests.map((request) => (
            <RequestBlock key={request.id} request={request} deeds={deeds} />
          ))}
        </Table>
      )}
      <Pager
        onNewer={before === null ? undefined : () => setPassed(passed.slice(0, -1))}
        onOlder={next === null ? undefined : () => setPassed([...passed, next])}
      />
    </main>
  );
}
