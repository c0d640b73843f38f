"use client";
import { useQueries, useQueryClient } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { Modal } from "react-bootstrap";
import { HouseView, Republished, type HouseDrifts } from "@/contract/house";
import { Underway, type JobView } from "@/contract/jobs";
import { ReleaseScene } from "@/contract/releases";
import { call } from "@/ui/parts/api";
import { jobEnded } from "@/ui/parts/jobs";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { PicturedPlate } from "@/ui/parts/PicturedPlate";
import { useScenePictures } from "@/ui/stage/use-pictures";

type Drift = HouseDrifts["drifts"][number];

const pictureHeightPx = 144;

/** Designs that a change of the house style touches, as they are out and as they would be, and one press for new releases. */
export function RepublishDialog({ drifts, onClose }: { drifts: readonly Drift[]; onClose: () => void }) {
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const { publish, busy, job, fault, results } = useRepublishing();
  const wanted = drifts.filter(({ id }) => !left.has(id)).map(({ id }) => id);
  const pictures = useBeforeAndAfter(drifts);
  return (
    <PaperDialog title="Publish again what this touches" onClose={onClose} size="lg">
      <Modal.Body>
        {results ? (
          <Results results={results} />
        ) : (
          <>
            <p>
              Each of these gets a new release: the one that is out, with the house style of today. Drafts stay as they
              are, and what is being filled in stays on its release.
            </p>
            <ul className="republish list-none m-0 p-0">
              {drifts.map(({ id, name, release, clips, values }) => (
                <li key={id} className="border-bottom-dotted py-8">
                  <label className="align-items-baseline d-flex gap-8">
                    <input
                      type="checkbox"
                      className="form-check-input"
                      disabled={busy}
                      checked={!left.has(id)}
                      onChange={(event) => {
                        const next = new Set(left);
                        if (event.target.checked) next.delete(id);
                        else next.add(id);
                        setLeft(next);
                      }}
                    />
                    <span>
                      <b>{name}</b>, release {release}
                      {clips > 0 && `, ${clips} ${clips === 1 ? "clip" : "clips"}`}: {values.join(", ")}
                    </span>
                  </label>
                  <div className="republish__pictures d-grid gap-14">
                    <div>
                      <PicturedPlate picture={pictures.get(`${id} now`)} name="As it is out" about="" />
                    </div>
                    <div>
                      <PicturedPlate picture={pictures.get(`${id} next`)} name="As it would be" about="" />
                    </div>
                  </div>
                </li>
              ))}
            </ul>
          </>
        )}
        {busy && (
          <p role="status">
            {job ? `${job.done} of ${job.total} are checked and published …` : "Waiting for a worker …"}
          </p>
        )}
        {fault && <Notice weight="stop">{fault}</Notice>}
      </Modal.Body>
      {!results && (
        <Modal.Footer>
          <button
            type="button"
            className="btn btn-primary"
            disabled={busy || wanted.length === 0}
            onClick={() => void publish(wanted)}
          >
            Publish {wanted.length} again
          </button>
        </Modal.Footer>
      )}
    </PaperDialog>
  );
}

/** One job for all of them, and what became of each. */
function useRepublishing() {
  const client = useQueryClient();
  const [busy, setBusy] = useState(false);
  const [job, setJob] = useState<JobView>();
  const [fault, setFault] = useState<string>();
  const [results, setResults] = useState<Republished>();
  const publish = async (releases: readonly string[]) => {
    setBusy(true);
    setFault(undefined);
    try {
      const { revision } = await call("/api/house", HouseView);
      const asked = await call("/api/house/republish", Underway, { revision, releases });
      const ended = await jobEnded(asked.job, (now) => now.total > 0 && setJob(now));
      if (ended.state === "done") setResults(Republished.parse(ended.result));
      else setFault(ended.error ?? "This was ended before it was done. What is published already stays published.");
    } catch (error) {
      setFault((error as Error).message);
    }
    void client.invalidateQueries({ queryKey: ["drifts"] });
    setBusy(false);
    setJob(undefined);
  };
  return { publish, busy, job, fault, results };
}

function Results({ results }: { results: Republished }) {
  const out = results.filter(({ state }) => state === "published").length;
  return (
    <>
      <p role="status">
        {out} of {results.length} {results.length === 1 ? "is" : "are"} published again.
      </p>
      <ul>
        {results.map((one) => (
          <li key={one.release}>
            <b>{one.name}</b>: {one.state === "published" ? `release ${one.number}` : `stays as it is. ${one.message}`}
          </li>
        ))}
      </ul>
    </>
  );
}

const dataOf = <T,>(results: readonly { data: T }[]): T[] => results.map(({ data }) => data);

/** Pictures of releases with their own house style and with today’s, by their ids. */
function useBeforeAndAfter(drifts: readonly Drift[]) {
  const scenes = useQueries({
    queries: [
      { queryKey: ["house"], queryFn: () => call("/api/house", HouseView), staleTime: 30_000 },
      ...drifts.map(({ id }) => ({
        queryKey: ["release-scene", id],
        queryFn: () => call(`/api/releases/${id}/scene`, ReleaseScene),
        staleTime: Infinity,
      })),
    ],
    combine: dataOf,
  });
  const shown = useMemo(() => {
    const today = (scenes[0] as HouseView | undefined)?.document;
    return new Map(
      drifts.flatMap(({ id }, i) => {
        const scene = scenes[i + 1] as ReleaseScene | undefined;
        if (!scene || !today) return [];
        const { document: design, house } = scene;
        return [[`${id} now`, { design, house }] as const, [`${id} next`, { design, house: today }] as const];
      }),
    );
  }, [drifts, scenes]);
  return useScenePictures(shown, pictureHeightPx);
}
