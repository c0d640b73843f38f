"use client";
import { useStill } from "@/ui/parts/still";
import { useQuery } from "@tanstack/react-query";
import { useState, type ReactNode } from "react";
import { Button } from "react-bootstrap";
import type { ExportView } from "@/contract/exports";
import { Outputs } from "@/contract/outputs";
import { secondsPerFrame } from "@/core/document/fps";
import { factsOf } from "@/core/outputs/output";
import { FilmPlayer, type Film } from "@/ui/stage/FilmPlayer";
import type { Plate } from "@/ui/stage/FormatStage";
import { PlateChoice } from "@/ui/stage/PlateChoice";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { useLook } from "./use-look";

export const fileUrl = (job: Pick<ExportView, "id">): string => `/api/exports/${job.id}/file`;

/** The file itself over grounds that show bad edges; what browsers can't show is told. */
export function FileView({ job }: { job: ExportView }) {
  const { seen, alpha } = factsOf(job.output);
  switch (seen) {
    case "nothing":
      return <Copy job={job} />;
    case "words":
      return <Words job={job} />;
    case "sound":
      return <audio className="w-100" controls preload="metadata" src={fileUrl(job)} aria-label={job.fileName} />;
    default:
      return alpha ? <OverGrounds job={job} /> : <div className="proof__view">{<Seen job={job} />}</div>;
  }
}

/** What browsers can't show, as a copy that is made when it is wanted. */
function Copy({ job }: { job: ExportView }) {
  const [wanted, setWanted] = useState(false);
  const copy = useLook(job, wanted);
  if (copy.data !== undefined) {
    return (
      <>
        <OverGrounds job={job} copy={copy.data} />
        <p className="quiet">A copy read from the file, because browsers can’t play this kind.</p>
      </>
    );
  }
  return (
    <div className="proof__none">
      <p className="quiet">Browsers can’t play this kind. Editing programs read its alpha as straight.</p>
      <Button variant="outline-secondary" size="sm" disabled={copy.isFetching} onClick={() => setWanted(true)}>
        {copy.isFetching ? "Reading the file …" : "Show a copy"}
      </Button>
      {copy.error && <Notice weight="stop">{copy.error.message}</Notice>}
    </div>
  );
}

/** What is see-through, over dark, light, checker and the house's footage. */
function OverGrounds({ job, copy }: { job: ExportView; copy?: string }) {
  const [plate, setPlate] = useState<Plate>("dark");
  const outputs = useQuery({ queryKey: ["outputs"], queryFn: () => call("/api/outputs", Outputs) });
  const footage = outputs.data?.footage[0]?.hash;
  return (
    <div className="proof__view d-grid gap-8">
      <Seen job={job} copy={copy} plate={`plate-${plate}`} under={plate === "footage" && <Footage hash={footage} />} />
      <PlateChoice plate={plate} footage={footage !== undefined} onChange={setPlate} />
    </div>
  );
}

/** The house’s footage, running under what is judged. */
function Footage({ hash }: { hash: string | undefined }) {
  const still = useStill();
  if (hash === undefined) return null;
  return (
    <video className="proof__under" src={`/api/media/${hash}`} autoPlay={!still} loop muted playsInline aria-hidden />
  );
}

/** The file, or a copy of it as a film. */
function Seen(props: { job: ExportView; copy?: string | undefined; plate?: string; under?: ReactNode }) {
  const { job, copy, plate = "", under } = props;
  const { seen } = factsOf(job.output);
  const { width = 16, height = 9 } = job.proof ?? {};
  const url = copy ?? fileUrl(job);
  if (copy !== undefined || seen === "video") return <FilmPlayer film={filmOf(job, url)} plate={plate} under={under} />;
  return (
    <div className={`proof__ground position-relative ${plate}`}>
      {under}
      {seen === "page" ? (
        <iframe
          className="proof__page"
          style={{ aspectRatio: width / height }}
          sandbox="allow-scripts"
          src={`/api/exports/${job.id}/page`}
          title={job.fileName}
        />
      ) : (
        // The file itself: nothing may be made of it on the way.
        // eslint-disable-next-line @next/next/no-img-element
        <img src={url} alt={job.fileName} />
      )}
    </div>
  );
}

const filmOf = ({ proof, figures, fileName }: ExportView, url: string): Film => ({
  ...{ url, label: fileName, size: proof ?? undefined, opening: figures?.opening },
  ...{ frameS: proof ? secondsPerFrame(proof.rate) : 0.04, sound: proof?.sound ?? false },
});

function Words({ job }: { job: ExportView }) {
  const text = useQuery({
    queryKey: ["words", job.id],
    queryFn: async () => (await fetch(fileUrl(job))).text(),
    staleTime: Infinity,
  });
  return <pre className="proof__words border p-12">{text.data ?? "Loading the captions …"}</pre>;
}
