"use client";
import { useEffect, useState, type RefObject } from "react";
import type { ProofClip } from "@/contract/links";
import type { Plate } from "@/ui/stage/FormatStage";
import { FilmPlayer } from "@/ui/stage/FilmPlayer";
import { PlateChoice } from "@/ui/stage/PlateChoice";

const againMs = 3000;

/** The clip itself, over light or dark where it is transparent; a copy is made first of what no browser shows. */
export function WatchedFile(props: { token: string; clip: ProofClip; video: RefObject<HTMLVideoElement | null> }) {
  const { token, clip, video } = props;
  const { seen, alpha, title, fileName, width, height, sound } = clip;
  const url = `/api/links/${token}/watch/${clip.id}`;
  const [plate, setPlate] = useState<Plate>("dark");
  const { ready, gone } = useCopy(url, seen !== "nothing");
  if (!ready) {
    return <p role="status">{gone ? "This clip has expired." : "A copy that this browser can show is being made …"}</p>;
  }
  const film = {
    ...{ url, label: title, sound, size: width && height ? { width, height } : undefined },
    ...{ opening: clip.opening ?? undefined, frameS: clip.frameS ?? 0.04 },
  };
  return (
    <figure className="watch__figure m-0 d-grid gap-8">
      {["video", "nothing"].includes(seen) && <FilmPlayer film={film} plate={`plate-${plate}`} video={video} />}
      {seen === "picture" && (
        <div className={`watch__plate plate-${plate}`}>
          {/* eslint-disable-next-line @next/next/no-img-element -- the file itself */}
          <img src={url} alt={title} />
        </div>
      )}
      {seen === "sound" && <audio src={url} controls />}
      {["words", "page"].includes(seen) && <a href={url}>Open {fileName}</a>}
      {alpha && seen !== "page" && <PlateChoice plate={plate} onChange={setPlate} />}
    </figure>
  );
}

/** Whether a copy can be watched, asked again until it can; or whether the link or the file is gone. */
function useCopy(url: string, shown: boolean): { ready: boolean; gone: boolean } {
  const [ready, setReady] = useState(shown);
  const [gone, setGone] = useState(false);
  useEffect(() => {
    if (ready) return;
    let live = true;
    const look = async () => {
      const answer = await fetch(url, { headers: { Range: "bytes=0-0" } }).catch(() => undefined);
      if (!live) return;
      if (answer?.ok) setReady(true);
      else if (answer?.status === 404 || answer?.status === 410) setGone(true);
      else setTimeout(() => void look(), againMs);
    };
    void look();
    return () => {
      live = false;
    };
  }, [url, ready]);
  return { ready, gone };
}
