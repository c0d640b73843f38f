"use client";
import { useQueries, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import { Modal } from "react-bootstrap";
import { HouseView, Republished, type HouseDrifts } from "@/contract/house";
import { Underway } from "@/contract/jobs";
import { ReleaseScene } from "@/contract/releases";
import { call } from "@/ui/parts/api";
import { JobProgress } from "@/ui/parts/JobProgress";
import { useKeptJob } from "@/ui/parts/kept-job";
import { Notice } from "@/ui/parts/Notice";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import { PicturedPlate } from "@/ui/parts/PicturedPlate";
import { useScenePictures } from "@/ui/stage/use-pictures";

type Drift = HouseDrifts["drifts"][number];

/** What the publishing that this tab waits for is kept under. */
export const republishJob = "republish";

const Results = Republished.transform((results) => ({ results }));

const pictureHeightPx = 144;

/** Designs that a change of the house style touches, as they are out and as they would be, and one press for new releases. */
export function RepublishDialog({ drifts, onClose }: { drifts: readonly Drift[]; onClose: () => void }) {
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const client = useQueryClient();
  const { start, leave, busy, job, fault, made } = useKeptJob(republishJob, Results);
  const results = made?.results;
  const isOver = results !== undefined || fault !== undefined;
  useEffect(() => {
    if (isOver) void client.invalidateQueries({ queryKey: ["drifts"] });
  }, [isOver, client]);
  const publish = (releases: readonly string[]) =>
    start(async () => {
      const { revision } = await call("/api/house", HouseView);
      return call("/api/house/republish", Underway, { revision, releases });
    });
  const close = () => {
    leave();
    onClose();
  };
  const wanted = drifts.filter(({ id }) => !left.has(id)).map(({ id }) => id);
  const pictures = useBeforeAndAfter(drifts);
  return (
    <PaperDialog title="Publish affected releases again" onClose={close} size="lg">
      <Modal.Body>
        {results ? (
          <Outcome results={results} />
        ) : (
          // Found again after a reload, it is only waited for: what it was begun with is not listed any more.
          drifts.length > 0 && (
            <>
              <p>
                Each of these gets a new release: the published one with the current house style. Drafts stay as they
                are, and clips that are being filled in stay on their release.
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
                        <PicturedPlate picture={pictures.get(`${id} now`)} name="Published now" about="" />
                      </div>
                      <div>
                        <PicturedPlate picture={pictures.get(`${id} next`)} name="After" about="" />
                      </div>
                    </div>
                  </li>
                ))}
              </ul>
            </>
          )
        )}
        {!results && !busy && !fault && drifts.length === 0 && (
          <p className="m-0">All releases use the current house style.</p>
        )}
        {busy && <JobProgress job={job} doing="are checked and published" />}
        {fault && <Notice weight="stop">{fault} Releases published so far stay published.</Notice>}
      </Modal.Body>
      {!results && drifts.length > 0 && (
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

function Outcome({ results }: { results: Republished }) {
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
