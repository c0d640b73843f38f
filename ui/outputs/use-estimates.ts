import { useQuery } from "@tanstack/react-query";
import type { z } from "zod";
import { Estimates } from "@/contract/exports";
import type { OrderEstimateRequest } from "@/contract/orders";
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

/** What files of a running order are expected to weigh and to take; undefined until it is known. */
export function useOrderEstimates(
  order: string,
  asked: z.input<typeof OrderEstimateRequest>,
  revision: unknown,
): Estimates | undefined {
  const query = useQuery({
    queryKey: ["estimates", order, asked, revision],
    queryFn: () => call(`/api/orders/${order}/estimate`, Estimates, asked),
    enabled: asked.formats.length > 0 && asked.outputs.length > 0 && (asked.whole || asked.parts) === true,
    placeholderData: (before) => before,
    staleTime: 30_000,
  });
  return query.data;
}

/** Bytes or seconds of all estimates of these outputs together. */
export const sumOf = (found: Estimates, outputs: readonly string[], what: "bytes" | "seconds"): number =>
  found.estimates.filter(({ output }) => outputs.includes(output)).reduce((sum, one) => sum + one[what], 0);
