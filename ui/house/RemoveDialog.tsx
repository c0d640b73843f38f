"use client";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Modal } from "react-bootstrap";
import type { HouseView } from "@/contract/house";
import { PartUses, RemovedPart } from "@/contract/house-parts";
import type { House } from "@/core/document/house";
import { mayBeMissing, partsOfHouse, type HousePart } from "@/core/edit/house-remove";
import { bundledFonts } from "@/core/type/catalogue";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";

/** What was taken away, for the line that offers to bring it back. */
export interface Removed {
  readonly removal: string;
  readonly name: string;
  readonly designs: readonly string[];
}

/** Says who uses a part of the house style before it goes, and asks what they take instead. */
export function RemoveDialog({
  part,
  name,
  house,
  onRemoved,
  onClose,
}: {
  part: HousePart;
  name: string;
  house: House;
  onRemoved: (removed: Removed) => void;
  onClose: () => void;
}) {
  const client = useQueryClient();
  const { data: uses, error } = useQuery({
    queryKey: ["house-uses", part.kind, part.id],
    queryFn: () => call(`/api/house/uses?kind=${part.kind}&id=${part.id}`, PartUses),
    staleTime: 0,
    gcTime: 0,
  });
  const others = insteadOf(house, part);
  const users = uses ? [...uses.designs.map((design) => design.name), ...uses.house] : [];
  const needed = users.length > 0 && !mayBeMissing(part.kind);
  const [instead, setInstead] = useState("");
  const removing = useMutation({
    mutationFn: () => {
      const { revision } = client.getQueryData<HouseView>(["house"])!;
      return call("/api/house/remove", RemovedPart, { ...part, revision, ...(instead === "" ? {} : { instead }) });
    },
    onSuccess: async (removed) => {
      await client.invalidateQueries({ queryKey: ["house"] });
      onRemoved({ ...removed, name });
      onClose();
    },
  });
  const fault = removing.error ?? error;
  return (
    <PaperDialog title={`Remove “${name}” from the house style?`} onClose={onClose}>
      <Modal.Body>
        {!uses && !error && <p className="quiet">Finding where it is used …</p>}
        {uses && users.length === 0 && <p>It is not used anywhere. Releases keep what they were published with.</p>}
        {users.length > 0 && (
          <>
            <p>It is used in {users.length === 1 ? "one place" : `${users.length} places`}:</p>
            <ul className="remove-uses d-grid mt-0 mx-0 mb-12 overflow-y-auto" tabIndex={0}>
              {users.map((user, i) => (
                <li key={`${i} ${user}`}>{user}</li>
              ))}
            </ul>
            <label className="setting">
              Replace with
              <select
                className="form-select"
                value={instead}
                onChange={(event) => setInstead(event.target.value)}
                aria-label="Replacement"
              >
                <option value="">{needed ? "choose …" : "nothing"}</option>
                {others.map(({ id, name: other }) => (
                  <option key={id} value={id}>
                    {other}
                  </option>
                ))}
              </select>
            </label>
            <p className="quiet">Drafts change at once; each saves a version first. Releases stay as they are.</p>
          </>
        )}
        {fault && <Notice weight="stop">{fault.message}</Notice>}
      </Modal.Body>
      <Modal.Footer>
        <button
          type="button"
          className="btn btn-primary"
          disabled={!uses || removing.isPending || (needed && instead === "")}
          onClick={() => removing.mutate()}
        >
          Remove
        </button>
      </Modal.Footer>
    </PaperDialog>
  );
}

/** What may take a part's place: another of its kind; for a font another family. */
function insteadOf(house: House, part: HousePart): { id: string; name: string }[] {
  if (part.kind !== "font") return partsOfHouse(house, part.kind).filter(({ id }) => id !== part.id);
  const gone = house.fonts.find(({ id }) => id === part.id)?.family;
  const families = [...house.fonts, ...bundledFonts.faces].map(({ family }) => family);
  return [...new Set(families)].filter((family) => family !== gone).map((family) => ({ id: family, name: family }));
}
