"use client";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Modal } from "react-bootstrap";
import type { HouseView } from "@/contract/house";
import { RemovedPart, UnusedParts } from "@/contract/house-parts";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import type { Removed } from "./RemoveDialog";
import type { SectionProps } from "./section";

const keyOf = ({ kind, id }: { kind: string; id: string }): string => `${kind} ${id}`;

/** Files that nothing uses, to be taken away together. */
export function UnusedDialog({
  settled,
  onRemoved,
  onClose,
}: Pick<SectionProps, "settled"> & { onRemoved: (removed: Removed) => void; onClose: () => void }) {
  const client = useQueryClient();
  const { data, error } = useQuery({
    queryKey: ["house-unused"],
    // What was changed just now counts too.
    queryFn: async () => {
      await settled();
      return call("/api/house/unused", UnusedParts);
    },
    staleTime: 0,
    gcTime: 0,
  });
  const [kept, setKept] = useState<ReadonlySet<string>>(new Set());
  const leaving = (data?.parts ?? []).filter((part) => !kept.has(keyOf(part)));
  const removing = useMutation({
    mutationFn: () => {
      const { revision } = client.getQueryData<HouseView>(["house"])!;
      const parts = leaving.map(({ kind, id }) => ({ kind, id }));
      return call("/api/house/unused", RemovedPart, { revision, parts });
    },
    onSuccess: async (removed) => {
      await client.invalidateQueries({ queryKey: ["house"] });
      onRemoved({ ...removed, name: leaving.length === 1 ? leaving[0]!.name : `${leaving.length} files` });
      onClose();
    },
  });
  const keep = (key: string, stays: boolean) => {
    const next = new Set(kept);
    if (stays) next.add(key);
    else next.delete(key);
    setKept(next);
  };
  const fault = removing.error ?? error;
  return (
    <PaperDialog title="Unused files" onClose={onClose}>
      <Modal.Body>
        {!data && !error && <p className="quiet">Searching all drafts …</p>}
        {data?.parts.length === 0 && <p className="m-0">Every picture, video and sound is used somewhere.</p>}
        {data && data.parts.length > 0 && (
          <>
            <p>No draft uses these. Releases keep what they were published with.</p>
            {data.parts.map((part) => (
              <label key={keyOf(part)} className="d-flex gap-8 align-items-center">
                <input
                  type="checkbox"
                  className="form-check-input m-0"
                  checked={!kept.has(keyOf(part))}
                  onChange={(event) => keep(keyOf(part), !event.target.checked)}
                />
                {part.name} <span className="quiet fs-13">{part.kind}</span>
              </label>
            ))}
          </>
        )}
        {fault && <Notice weight="stop">{fault.message}</Notice>}
      </Modal.Body>
      <Modal.Footer>
        <button
          type="button"
          className="btn btn-primary"
          disabled={leaving.length === 0 || removing.isPending}
          onClick={() => removing.mutate()}
        >
          {leaving.length > 1 ? `Remove ${leaving.length} files` : "Remove"}
        </button>
      </Modal.Footer>
    </PaperDialog>
  );
}
