"use client";
import { useEffect, useRef, useState } from "react";
import { Button } from "react-bootstrap";
import { WordView, type ProofClip } from "@/contract/links";
import { call } from "@/ui/parts/api";
import { writeDate } from "@/ui/parts/dates";
import { Notice } from "@/ui/parts/Notice";

const instant = (atS: number): string => `${Math.floor(atS / 60)}:${(atS % 60).toFixed(1).padStart(4, "0")}`;

/** One clip with what was said of it, and a place to say more. */
export function WatchedClip(props: {
  token: string;
  clip: ProofClip;
  who: string;
  mayJudge: boolean;
  words: readonly WordView[];
  onSaid: (word: WordView) => void;
}) {
  const { token, clip, who, mayJudge, words, onSaid } = props;
  const video = useRef<HTMLVideoElement>(null);
  const [text, setText] = useState("");
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string>();
  const approved = [...words].reverse().find(({ verdict }) => verdict !== null)?.verdict === "approve";
  const say = async (verdict: "approve" | "change" | null) => {
    setBusy(true);
    setFault(undefined);
    const atS = verdict === "approve" ? null : (video.current?.currentTime ?? null);
    try {
      onSaid(await call(`/api/links/${token}/words`, WordView, { export: clip.id, who, atS, words: text, verdict }));
      setText("");
    } catch (error) {
      setFault((error as Error).message);
    }
    setBusy(false);
  };
  const jump = (atS: number) => {
    if (!video.current) return;
    video.current.pause();
    video.current.currentTime = atS;
  };
  return (
    <article className="watch__clip border-top py-16" aria-label={clip.title}>
      <Seen token={token} clip={clip} video={video} />
      <div className="watch__side">
        <h2>{clip.title}</h2>
        <p className="fs-13 text-secondary">
          {clip.design}, {clip.format} · {clip.output}
          {approved && <b className="watch__approved"> · approved</b>}
        </p>
        <ul className="list-none p-0 fs-13">
          {words.map((word) => (
            <li key={word.id} className="border-bottom-dotted py-4">
              <b>{word.who}</b>{" "}
              {word.atS !== null && (
                <button
                  type="button"
                  className="plain-link bg-none border-0 p-0 figures"
                  onClick={() => jump(word.atS!)}
                >
                  at {instant(word.atS)}
                </button>
              )}{" "}
              <span className="text-secondary figures">{writeDate(word.saidAt)}</span>
              <br />
              {word.verdict === "approve" && <i>approves it. </i>}
              {word.words}
            </li>
          ))}
        </ul>
        {mayJudge && (
          <>
            <label className="d-block">
              {clip.seen === "video" || clip.seen === "nothing" ? "A word, at the instant that is shown" : "A word"}
              <textarea
                className="form-control"
                rows={2}
                maxLength={1000}
                value={text}
                onChange={(event) => setText(event.target.value)}
              />
            </label>
            {fault && <Notice weight="stop">{fault}</Notice>}
            {who.trim() === "" && <p className="fs-13 text-secondary mb-4">Write your name above first.</p>}
            <div className="d-flex gap-8 mt-8">
              <Button size="sm" disabled={busy || who.trim() === ""} onClick={() => void say("approve")}>
                Approve
              </Button>
              <Button
                size="sm"
                variant="outline-secondary"
                disabled={busy || who.trim() === "" || text.trim() === ""}
                onClick={() => void say("change")}
              >
                Ask for a change
              </Button>
            </div>
          </>
        )}
      </div>
    </article>
  );
}

const againMs = 3000;

/** The clip itself, over light or dark; a copy is made first of what no browser shows. */
function Seen({
  token,
  clip,
  video,
}: {
  token: string;
  clip: ProofClip;
  video: React.RefObject<HTMLVideoElement | null>;
}) {
  const address = `/api/links/${token}/watch/${clip.id}`;
  const [plate, setPlate] = useState<"light" | "dark">("dark");
  const [ready, setReady] = useState(clip.seen !== "nothing");
  const [gone, setGone] = useState(false);
  useEffect(() => {
    if (ready) return;
    let live = true;
    const look = async () => {
      const answer = await fetch(address, { headers: { Range: "bytes=0-0" } }).catch(() => undefined);
      if (!live) return;
      if (answer?.ok) setReady(true);
      // The link is over, or the file is kept no more.
      else if (answer?.status === 404 || answer?.status === 410) setGone(true);
      else setTimeout(() => void look(), againMs);
    };
    void look();
    return () => {
      live = false;
    };
  }, [address, ready]);
  const ratio = clip.width && clip.height ? { aspectRatio: `${clip.width} / ${clip.height}` } : {};
  return (
    <figure className="watch__figure m-0">
      <div className={`watch__plate plate-${plate}`} style={ratio}>
        {!ready && (
          <p className="watch__wait" role="status">
            {gone ? "This clip can’t be seen any more." : "A copy that this browser can show is being made …"}
          </p>
        )}
        {ready && ["video", "nothing"].includes(clip.seen) && (
          <video ref={video} src={address} controls loop playsInline />
        )}
        {/* eslint-disable-next-line @next/next/no-img-element -- the file itself */}
        {clip.seen === "picture" && <img src={address} alt={clip.title} />}
        {clip.seen === "sound" && <audio src={address} controls />}
        {["words", "page"].includes(clip.seen) && <a href={address}>Open {clip.fileName}</a>}
      </div>
      <figcaption className="fs-13">
        <button
          type="button"
          className="plain-link bg-none border-0 p-0"
          onClick={() => setPlate(plate === "dark" ? "light" : "dark")}
        >
          Over {plate === "dark" ? "light" : "dark"}
        </button>
      </figcaption>
    </figure>
  );
}
