"use client";
import { useState } from "react";
import type { JobView } from "@/contract/jobs";
import { RowChecksAnswer } from "@/contract/sheets";
import { call } from "@/ui/parts/api";
import { jobEnded } from "@/ui/parts/jobs";
import { useSheet, useSheetStore } from "./store";

/** Has a worker look at every row in every format, and says how far it is. */
export function CheckRows() {
  const store = useSheetStore();
  const unseen = useSheet((state) => state.rows.filter(({ found }) => found === null).length);
  const [job, setJob] = useState<JobView>();
  const [said, setSaid] = useState<string>();
  const check = async () => {
    setSaid(undefined);
    try {
      await store.getState().flush();
      const { job: id } = await call(`/api/sheets/${store.getState().view.id}/checks`, RowChecksAnswer, { all: true });
      if (id === null) return setSaid("all were looked at");
      const ended = await jobEnded(id, setJob);
      setSaid(ended.state === "failed" ? (ended.error ?? "could not be looked at") : undefined);
    } catch (error) {
      setSaid((error as Error).message);
    }
    setJob(undefined);
  };
  if (job && (job.state === "waiting" || job.state === "leased")) {
    return (
      <small className="figures" role="status">
        {job.total > 0 ? `looked at ${job.done} of ${job.total} rows` : "waiting for a worker …"}
      </small>
    );
  }
  return (
    <>
      {said && <small role="status">{said}</small>}
      <button type="button" className="tool" disabled={unseen === 0} onClick={() => void check()}>
        {unseen === 0
          ? "All rows are looked at"
          : `Look at ${unseen === 1 ? "the row" : `${unseen} rows`} not seen yet`}
      </button>
    </>
  );
}
