import { useQuery } from "@tanstack/react-query";
import { Estimates } from "@/contract/exports";
import { call } from "@/ui/parts/api";

/** What clips of a release are expected to weigh and to take, and what waits before them; undefined until it is known. */
export function useEstimates(
  releaseId: string | undefined,
  formats: readonly string[],
  outputs: readonly string[],
  lengthS?: number,
): Estimates | undefined {
  const asked = { releaseId, formats: [...formats], outputs: [...outputs], ...(lengthS !== undefined && { lengthS }) };
  const query = useQuery({
    queryKey: ["estimates", asked],
    queryFn: () => call("/api/exports/estimate", Estimates, asked),
    enabled: releaseId !== undefined && formats.length > 0 && outputs.length > 0,
    placeholderData: (before) => before,
    staleTime: 30_000,
  });
  return query.data;
}
