"use client";
import { useStill } from "@/ui/parts/still";
import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Button } from "react-bootstrap";
import { PauseFill, PlayFill } from "react-bootstrap-icons";
import type { ExportView } from "@/contract/exports";
import { Outputs } from "@/contract/outputs";
import { factsOf } from "@/core/outputs/output";
import { copiedS } from "@/core/outputs/receivers";
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
        <p className="quiet">A copy, read from the file: browsers can’t show this kind itself.</p>
      </>
    );
  }
  return (
    <div className="proof__none">
      <p className="quiet">Browsers can’t show this kind. In an editing program it needs no setting for alpha.</p>
      <Button variant="outline-secondary" size="sm" disabled={copy.isFetching} onClick={() => setWanted(true)}>
        {copy.isFetching ? "Reading the file …" : "Show a copy of it"}
      </Button>
      {copy.error && <Notice weight="stop">{copy.error.message}</Notice>}
    </div>
  );
}

/** What is see-through, over dark, light, checker and the house's footage. */
function OverGrounds({ job, copy }: { job: ExportView; copy?: string }) {
  const still = useStill();
  const [plate, setPlate] = useState<Plate>("dark");
  const outputs = useQuery({ queryKey: ["outputs"], queryFn: () => call("/api/outputs", Outputs) });
  const footage = outputs.data?.footage[0]?.hash;
  return (
    <div className="proof__view d-grid gap-8">
      <div className={`proof__ground position-relative plate-${plate}`}>
        {plate === "footage" && footage !== undefined && (
          <video
            className="proof__under"
            src={`/api/media/${footage}`}
            autoPlay={!still}
            loop
            muted
            playsInline
            aria-hidden
          />
        )}
        {copy === undefined ? <Seen job={job} /> : <Film url={copy} lengthS={shownS(job)} />}
      </div>
      <PlateChoice plate={plate} footage={footage !== undefined} onChange={setPlate} />
    </div>
  );
}

const shownS = ({ proof }: ExportView): number => Math.min(copiedS, proof?.durationS ?? 0);

function Seen({ job }: { job: ExportView }) {
  const { seen } = factsOf(job.output);
  const { width = 16, height = 9 } = job.proof ?? {};
  const url = fileUrl(job);
  if (seen === "page") {
    return (
      <iframe
        className="proof__page"
        style={{ aspectRatio: width / height }}
        sandbox="allow-scripts"
        src={`/api/exports/${job.id}/page`}
        title={job.fileName}
      />
    );
  }
  // The file itself: nothing may be made of it on the way.
  // eslint-disable-next-line @next/next/no-img-element
  if (seen === "picture") return <img src={url} alt={job.fileName} />;
  return <Film url={url} lengthS={job.proof?.durationS ?? 0} />;
}

/** A film with its buttons below it, never over the graphic. */
function Film({ url, lengthS }: { url: string; lengthS: number }) {
  const film = useRef<HTMLVideoElement>(null);
  const [playing, setPlaying] = useState(false);
  const [atS, setAt] = useState(lengthS / 2);
  const toggle = () => void (film.current?.paused ? film.current.play() : film.current?.pause());
  return (
    <>
      <video
        ref={film}
        src={`${url}#t=${(lengthS / 2).toFixed(2)}`}
        loop
        muted
        playsInline
        preload="metadata"
        onPlay={() => setPlaying(true)}
        onPause={() => setPlaying(false)}
        onTimeUpdate={(event) => setAt(event.currentTarget.currentTime)}
      />
      <div className="proof__transport d-flex align-items-center gap-8">
        <button type="button" className="tool" aria-label={playing ? "Pause" : "Play"} onClick={toggle}>
          {playing ? <PauseFill /> : <PlayFill />}
        </button>
        <input
          type="range"
          className="flex-1"
          aria-label="Instant"
          min={0}
          max={lengthS}
          step={0.01}
          value={Math.min(lengthS, atS)}
          onChange={(event) => {
            if (film.current) film.current.currentTime = Number(event.target.value);
          }}
        />
        <span className="figures">{atS.toFixed(2)} s</span>
      </div>
    </>
  );
}

function Words({ job }: { job: ExportView }) {
  const text = useQuery({
    queryKey: ["words", job.id],
    queryFn: async () => (await fetch(fileUrl(job))).text(),
    staleTime: Infinity,
  });
  return <pre className="proof__words border p-12">{text.data ?? "Fetching the words …"}</pre>;
}
