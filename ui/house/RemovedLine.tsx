"use client";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { UndoneRemoval } from "@/contract/house-parts";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import type { Removed } from "./RemoveDialog";

/** What has just gone, and the one press that brings it back, with every design as it was. */
export function RemovedLine({ removed, onDone }: { removed: Removed; onDone: () => void }) {
  const client = useQueryClient();
  const [left, setLeft] = useState<readonly string[]>();
  const undoing = useMutation({
    mutationFn: () => call("/api/house/undo", UndoneRemoval, { removal: removed.removal }),
    onSuccess: async (undone) => {
      await client.invalidateQueries({ queryKey: ["house"] });
      if (undone.left.length === 0) onDone();
      else setLeft(undone.left);
    },
  });
  if (left) {
    return (
      <Notice weight="warn">
        “{removed.name}” is back. Changed since, and left as they are: {left.join(", ")}.
      </Notice>
    );
  }
  const { length } = removed.designs;
  return (
    <Notice weight={undoing.error ? "stop" : "note"}>
      {undoing.error
        ? undoing.error.message
        : `“${removed.name}” is gone${length === 0 ? "" : length === 1 ? "; one design has changed" : `; ${length} designs have changed`}.`}{" "}
      {!undoing.error && (
        <button type="button" className="chip" disabled={undoing.isPending} onClick={() => undoing.mutate()}>
          Restore
        </button>
      )}
    </Notice>
  );
}
