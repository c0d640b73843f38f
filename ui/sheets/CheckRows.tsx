"use client";
import { useState } from "react";
import { z } from "zod";
import { RowChecksAnswer } from "@/contract/sheets";
import { call } from "@/ui/parts/api";
import { about } from "@/ui/parts/amounts";
import { useKeptJob } from "@/ui/parts/kept-job";
import { useSheet, useSheetStore } from "./store";

/** What is found stands with the rows: nothing comes of the job itself. */
const Anything = z.unknown().transform(() => ({}));

/** Has a worker look at every row in every format, and says how far it is. */
export function CheckRows() {
  const store = useSheetStore();
  const unseen = useSheet((state) => state.rows.filter(({ found }) => found === null).length);
  const id = useSheet((state) => state.view.id);
  const { start, busy, job, fault } = useKeptJob(`rows ${id}`, Anything);
  const [said, setSaid] = useState<string>();
  const check = async () => {
    setSaid(undefined);
    await start(async () => {
      await store.getState().flush();
      const { job: asked } = await call(`/api/sheets/${id}/checks`, RowChecksAnswer, { all: true });
      if (asked === null) setSaid("all rows are reviewed");
      return { job: asked };
    });
  };
  if (busy) {
    const left = job?.aboutS ? `, about ${about(job.aboutS)} left` : "";
    return (
      <small className="figures" role="status">
        {job && job.total > 0 ? `${job.done} of ${job.total} rows reviewed` : "waiting for a render worker"}
        {left}
      </small>
    );
  }
  return (
    <>
      {(said ?? fault) && <small role="status">{said ?? fault}</small>}
      <button type="button" className="tool" disabled={unseen === 0} onClick={() => void check()}>
        {unseen === 0 ? "All rows reviewed" : `Review ${unseen === 1 ? "1 row" : `${unseen} rows`}`}
      </button>
    </>
  );
}
