"use client";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import Link from "next/link";
import { useState } from "react";
import { Table } from "react-bootstrap";
import { z } from "zod";
import { Outbox as OutboxShape, type ExportView } from "@/contract/exports";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { Pager } from "@/ui/parts/Pager";
import { ExportRow } from "./ExportRow";
import { useExportEvents } from "./use-export-events";

/** Everything that was asked for, how far it is, and the proof of what is finished. */
export function Outbox() {
  /** Where the pages begin that were gone through to this one, the newest not among them. */
  const [passed, setPassed] = useState<readonly number[]>([]);
  const before = passed[passed.length - 1] ?? null;
  const [error, setError] = useState<string>();
  const queries = useQueryClient();
  const outbox = useQuery({
    queryKey: ["outbox", before],
    queryFn: () => call(`/api/exports${before === null ? "" : `?before=${before}`}`, OutboxShape),
  });
  useExportEvents(before);
  const act = async (job: ExportView, deed: "cancel" | "retry") => {
    setError(undefined);
    try {
      await call(`/api/exports/${job.id}/${deed}`, z.null(), {});
    } catch (failure) {
      setError((failure as Error).message);
    }
    await queries.invalidateQueries({ queryKey: ["outbox"] });
  };
  const jobs = outbox.data?.exports ?? [];
  const next = outbox.data?.next ?? null;
  return (
    <main className="page outbox">
      <div className="page__head">
        <h1>Outbox</h1>
        <p>
          Every file is decoded again after it is made and compared with what was painted: that is its proof. Everybody
          in the house sees the clips here and may take them.
        </p>
      </div>
      {(error ?? outbox.error) && <Notice weight="stop">{error ?? outbox.error?.message}</Notice>}
      {outbox.isPending && <p className="quiet">Fetching the outbox …</p>}
      {outbox.data && jobs.length === 0 && (
        <Notice weight="note">
          No clip has been made yet. Choose a design on the <Link href="/">shelf</Link>, fill it in and export it.
        </Notice>
      )}
      {jobs.length > 0 && (
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
          <tbody>
            {jobs.map((job) => (
              <ExportRow key={job.id} job={job} onAct={(deed) => act(job, deed)} />
            ))}
          </tbody>
        </Table>
      )}
      <Pager
        onNewer={before === null ? undefined : () => setPassed(passed.slice(0, -1))}
        onOlder={next === null ? undefined : () => setPassed([...passed, next])}
      />
    </main>
  );
}
