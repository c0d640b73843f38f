import { useQuery } from "@tanstack/react-query";
import { JobAnswer, type ExportView } from "@/contract/exports";
import { ApiError, call } from "@/ui/parts/api";
import { jobEnded } from "@/ui/parts/jobs";

/** Where a copy lies that browsers can show of a file that they can't; made by a job once it is wanted. */
export function useLook({ id }: Pick<ExportView, "id">, wanted: boolean) {
  return useQuery({
    queryKey: ["look", id],
    queryFn: async () => {
      const { job } = await call(`/api/exports/${id}/look`, JobAnswer, {});
      const ended = await jobEnded(job);
      if (ended.state !== "done") throw new ApiError(422, "look", ended.error ?? "The copy failed. Try again.");
      return `/api/jobs/${job}/file`;
    },
    enabled: wanted,
    retry: false,
    staleTime: Infinity,
  });
}
