"use client";
import { useQueries, useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { Modal } from "react-bootstrap";
import { z } from "zod";
import { VersionDocument, Versions } from "@/contract/designs";
import { ReleaseScene } from "@/contract/releases";
import type { Design } from "@/core/document/design";
import { dialogDeeds } from "@/core/facts/bench-deeds";
import { call } from "@/ui/parts/api";
import { writeDate } from "@/ui/parts/dates";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { PicturedPlate } from "@/ui/parts/PicturedPlate";
import { usePictures } from "@/ui/stage/use-pictures";
import { useBench, useBenchStore } from "../store";

/** So many are shown at once, and so many more for each asking: every one is fetched to be pictured. */
const together = 12;
const pictureHeightPx = 144;

/** A state of the design to go back to: one that was kept under a name, or a release. */
interface State {
  readonly id: string;
  readonly kind: "version" | "release";
  readonly name: string;
  readonly by: string | null;
  readonly at: string;
}

const statesOf = ({ versions, releases }: Versions): State[] =>
  [
    ...versions.map((version) => ({ ...version, kind: "version" as const })),
    ...releases.map(({ number, ...release }) => ({ ...release, kind: "release" as const, name: `Release ${number}` })),
  ].sort((a, b) => b.at.localeCompare(a.at));

/** What a state holds; it never changes. */
const fetchState = async (design: string, { id, kind }: State): Promise<Design> =>
  kind === "release"
    ? (await call(`/api/releases/${id}/scene`, ReleaseScene)).document
    : (await call(`/api/designs/${design}/versions/${id}`, VersionDocument)).document;

/** Named states of the draft and its releases, in pictures: keep this one, or go back to an earlier one. */
export function VersionsDialog({ onClose }: { onClose: () => void }) {
  const id = useBench((state) => state.id);
  const versions = useQuery({
    queryKey: ["versions", id],
    queryFn: () => call(`/api/designs/${id}/versions`, Versions),
    staleTime: 0,
  });
  const [count, setCount] = useState(together);
  const states = useMemo(() => (versions.data ? statesOf(versions.data) : []), [versions.data]);
  return (
    <PaperDialog title="Versions" onClose={onClose} size="lg">
      <Modal.Body>
        <KeepForm />
        {versions.error && <Notice weight="stop">{versions.error.message}</Notice>}
        {versions.data && states.length === 0 && (
          <p className="quiet">
            No version is saved yet. Save one for a state that you want to find again; every change can be undone
            anyway.
          </p>
        )}
        <States states={states.slice(0, count)} onClose={onClose} />
        {states.length > count && (
          <button type="button" className="btn btn-outline-secondary btn-sm" onClick={() => setCount(count + together)}>
            Show older ones
          </button>
        )}
      </Modal.Body>
    </PaperDialog>
  );
}

/** Keeps the design as it is now under a name. */
function KeepForm() {
  const store = useBenchStore();
  const client = useQueryClient();
  const [name, setName] = useState("");
  const [fault, setFault] = useState<string>();
  const keep = async () => {
    const { id, document } = store.getState();
    setFault(undefined);
    try {
      await call(`/api/designs/${id}/versions`, z.object({ id: z.string() }), { name, document });
      setName("");
      await client.invalidateQueries({ queryKey: ["versions", id] });
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return (
    <>
      <form
        className="versions__keep d-flex gap-8"
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim() !== "") void keep();
        }}
      >
        <input
          data-help={dialogDeeds.versionName.help}
          type="text"
          className="form-control"
          maxLength={80}
          placeholder="A name for the design as it is now"
          aria-label={dialogDeeds.versionName.label}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <button
          data-help={dialogDeeds.saveVersion.help}
          type="submit"
          className="btn btn-primary flex-none text-nowrap"
          disabled={name.trim() === ""}
        >
          {" "}
          Save
        </button>
      </form>
      {fault && <Notice weight="stop">{fault}</Notice>}
    </>
  );
}

const dataOf = <T,>(results: readonly { data: T }[]): T[] => results.map(({ data }) => data);

function States({ states, onClose }: { states: readonly State[]; onClose: () => void }) {
  const store = useBenchStore();
  const id = useBench((state) => state.id);
  const house = useBench((state) => state.house);
  const documents = useQueries({
    queries: states.map((state) => ({
      queryKey: ["state", state.kind, state.id],
      queryFn: () => fetchState(id, state),
      staleTime: Infinity,
    })),
    combine: dataOf,
  });
  const designs = useMemo(
    () => new Map(states.flatMap((state, i) => (documents[i] ? [[state.id, documents[i]] as const] : []))),
    [states, documents],
  );
  const pictures = usePictures(designs, house, pictureHeightPx);
  return (
    <ul className="versions d-grid gap-14 list-none mt-12 mx-0 mb-8 p-0">
      {states.map((state) => {
        const document = designs.get(state.id);
        return (
          <li key={`${state.kind} ${state.id}`} className="border p-8" data-kind={state.kind}>
            <PicturedPlate
              picture={pictures.get(state.id)}
              name={state.name}
              about={`${state.by ?? "–"}, ${writeDate(state.at)}`}
            />
            <button
              data-help={dialogDeeds.restoreVersion.help}
              type="button"
              className="btn btn-outline-secondary btn-sm"
              disabled={!document}
              aria-label={`Restore ${state.name}`}
              onClick={() => {
                store.getState().restore(document!);
                onClose();
              }}
            >
              {dialogDeeds.restoreVersion.label}
            </button>
          </li>
        );
      })}
    </ul>
  );
}
