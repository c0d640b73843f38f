"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Form, Modal } from "react-bootstrap";
import { Shelf } from "@/contract/releases";
import { call } from "@/ui/parts/api";
import { NewSheetButton } from "@/ui/parts/NewSheetButton";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";

/** Which release a new sheet is of. */
export function NewSheetDialog({ onClose }: { onClose: () => void }) {
  const [search, setSearch] = useState("");
  const shelf = useQuery({
    queryKey: ["sheet-shelf", search],
    queryFn: () => call(`/api/releases?${new URLSearchParams({ search })}`, Shelf),
    placeholderData: (before) => before,
  });
  return (
    <PaperDialog title="New sheet" onClose={onClose}>
      <Modal.Body className="d-grid gap-12">
        <Form.Control
          type="search"
          autoFocus
          placeholder="Find a design"
          aria-label="Find a design"
          maxLength={80}
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        {shelf.error && <Notice weight="stop">{shelf.error.message}</Notice>}
        <ul className="d-grid gap-8 list-none m-0 p-0">
          {shelf.data?.releases.map(({ id, designId, name, about }) => (
            <li key={id} className="border-bottom-dotted py-4">
              <b className="font-serif">{name}</b> <small>{about}</small>
              <br />
              <NewSheetButton releaseId={id} designId={designId} name={name} />
            </li>
          ))}
        </ul>
        {shelf.data?.releases.length === 0 && <p className="quiet m-0">No design matches.</p>}
      </Modal.Body>
    </PaperDialog>
  );
}
