"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { HouseDrifts } from "@/contract/house";
import type { JobView } from "@/contract/jobs";
import { callThrough } from "./jobs";

/** Releases that show other house values than there are now, and how far a worker is that compares them. */
export function useDrifts(enabled = true) {
  const [job, setJob] = useState<JobView>();
  const { data } = useQuery({
    queryKey: ["drifts"],
    queryFn: () => callThrough("/api/house/drifts", HouseDrifts, undefined, setJob).finally(() => setJob(undefined)),
    staleTime: 0,
    enabled,
  });
  const comparing = job && job.total > 0 ? { done: job.done, total: job.total } : undefined;
  return { drifts: data?.drifts ?? [], comparing };
}
