"use client";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { z } from "zod";
import { MoveChanged, MoveMade, SavedMoves } from "@/contract/moves";
import type { SavedMove } from "@/core/document/saved-move";
import { call } from "@/ui/parts/api";

/** The saved moves, and what can be done with them. */
export function useMoves() {
  const client = useQueryClient();
  const { data, error, isPending } = useQuery({
    queryKey: ["moves"],
    queryFn: () => call("/api/moves", SavedMoves),
    staleTime: 10_000,
  });
  const again = () => client.invalidateQueries({ queryKey: ["moves"] });
  return {
    moves: data?.moves ?? [],
    loading: isPending,
    fault: error?.message,
    save: async (document: SavedMove): Promise<string> => {
      const { id } = await call("/api/moves", MoveMade, { document });
      await again();
      return id;
    },
    change: async (id: string, document: SavedMove, how: { everywhere: boolean; except?: string }) => {
      const changed = await call(`/api/moves/${id}`, MoveChanged, { document, ...how });
      await again();
      return changed;
    },
    remove: async (id: string) => {
      await call(`/api/moves/${id}/remove`, z.null(), {});
      await again();
    },
  };
}
