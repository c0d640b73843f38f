"use client";
import { writeDate } from "@/ui/parts/dates";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Modal } from "react-bootstrap";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { z } from "zod";
import { VersionDocument, Versions } from "@/contract/designs";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { useBenchStore } from "../store";

/** Named states of the draft: keep this one, or go back to an earlier one. */
export function VersionsDialog({ onClose }: { onClose: () => void }) {
  const store = useBenchStore();
  const { id } = store.getState();
  const client = useQueryClient();
  const versions = useQuery({
    queryKey: ["versions", id],
    queryFn: () => call(`/api/designs/${id}/versions`, Versions),
    staleTime: 0,
  });
  const [name, setName] = useState("");
  const [fault, setFault] = useState<string>();
  const doing = async (work: () => Promise<void>) => {
    setFault(undefined);
    try {
      await work();
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  const keep = () =>
    doing(async () => {
      await call(`/api/designs/${id}/versions`, z.object({ id: z.string() }), {
        name,
        document: store.getState().document,
      });
      setName("");
      await client.invalidateQueries({ queryKey: ["versions", id] });
    });
  const restore = (version: string) =>
    doing(async () => {
      const { document } = await call(`/api/designs/${id}/versions/${version}`, VersionDocument);
      store.getState().restore(document);
      onClose();
    });
  return (
    <PaperDialog title="Versions" onClose={onClose}>
      <Modal.Body>
        <form
          className="versions__keep d-flex gap-8"
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim() !== "") void keep();
          }}
        >
          <input
            type="text"
            className="form-control"
            maxLength={80}
            placeholder="A name for the design as it is now"
            aria-label="Name of the version"
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <button type="submit" className="btn btn-primary" disabled={name.trim() === ""}>
            Keep it
          </button>
        </form>
        {fault && <Notice weight="stop">{fault}</Notice>}
        {versions.error && <Notice weight="stop">{versions.error.message}</Notice>}
        {versions.data?.versions.length === 0 && (
          <p className="quiet">
            No version is kept yet. Every change can be undone anyway; a version is for what you want to find again.
          </p>
        )}
        <ul className="versions list-none mt-12 mx-0 mb-0 p-0">
          {versions.data?.versions.map((version) => (
            <li key={version.id}>
              <span>
                <b>{version.name}</b>{" "}
                <small>
                  {version.by ?? "–"}, {writeDate(version.at)}
                </small>
              </span>
              <button type="button" className="btn btn-outline-secondary btn-sm" onClick={() => restore(version.id)}>
                Go back to it
              </button>
            </li>
          ))}
        </ul>
      </Modal.Body>
    </PaperDialog>
  );
}
