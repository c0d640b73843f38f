"use client";
import { useRef, useState } from "react";
import { Button } from "react-bootstrap";
import { CommentView, type ProofClip } from "@/contract/links";
import { call } from "@/ui/parts/api";
import { writeDate } from "@/ui/parts/dates";
import { Notice } from "@/ui/parts/Notice";
import { WatchedFile } from "./WatchedFile";

const instant = (atS: number): string => `${Math.floor(atS / 60)}:${(atS % 60).toFixed(1).padStart(4, "0")}`;

/** One clip with its comments and what was replied, and a place to comment. */
export function WatchedClip(props: {
  token: string;
  clip: ProofClip;
  who: string;
  mayJudge: boolean;
  comments: readonly CommentView[];
  onComment: (comment: CommentView) => void;
}) {
  const { token, clip, who, mayJudge, comments, onComment } = props;
  const video = useRef<HTMLVideoElement>(null);
  const [text, setText] = useState("");
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string>();
  const approved = [...comments].reverse().find(({ verdict }) => verdict !== null)?.verdict === "approve";
  const send = async (verdict: "approve" | "change" | null) => {
    setBusy(true);
    setFault(undefined);
    const atS = verdict === "approve" ? null : (video.current?.currentTime ?? null);
    try {
      onComment(await call(`/api/links/${token}/comments`, CommentView, { export: clip.id, who, atS, text, verdict }));
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
      <WatchedFile token={token} clip={clip} video={video} />
      <div className="watch__side">
        <h2>{clip.title}</h2>
        <p className="fs-13 text-secondary">
          {clip.design}, {clip.format} · {clip.output}
          {approved && <b className="watch__approved"> · approved</b>}
        </p>
        <ul className="list-none p-0 fs-13">
          {comments
            .filter(({ replyTo }) => replyTo === null)
            .map((comment) => (
              <li key={comment.id} className="border-bottom-dotted py-4">
                <Said comment={comment} onJump={jump} />
                {comments
                  .filter(({ replyTo }) => replyTo === comment.id)
                  .map((reply) => (
                    <p key={reply.id} className="watch__reply">
                      <Said comment={reply} />
                    </p>
                  ))}
              </li>
            ))}
        </ul>
        {mayJudge && (
          <>
            <label className="d-block">
              {clip.seen === "video" || clip.seen === "nothing" ? "Comment at the shown instant" : "Comment"}
              <textarea
                className="form-control"
                rows={2}
                maxLength={1000}
                value={text}
                onChange={(event) => setText(event.target.value)}
              />
            </label>
            {fault && <Notice weight="stop">{fault}</Notice>}
            {who.trim() === "" && <p className="fs-13 text-secondary mb-4">Enter your name above first.</p>}
            <div className="d-flex gap-8 mt-8">
              <Button size="sm" disabled={busy || who.trim() === ""} onClick={() => void send("approve")}>
                Approve
              </Button>
              <Button
                size="sm"
                variant="outline-secondary"
                disabled={busy || who.trim() === "" || text.trim() === ""}
                onClick={() => void send("change")}
              >
                Request a change
              </Button>
            </div>
          </>
        )}
      </div>
    </article>
  );
}

/** Who said what, when, and at which instant of the clip. */
function Said({ comment, onJump }: { comment: CommentView; onJump?: (atS: number) => void }) {
  const { who, atS, saidAt, verdict, text } = comment;
  return (
    <>
      <b>{who}</b>{" "}
      {onJump && atS !== null && (
        <button type="button" className="plain-link bg-none border-0 p-0 figures" onClick={() => onJump(atS)}>
          at {instant(atS)}
        </button>
      )}{" "}
      <span className="text-secondary figures">{writeDate(saidAt)}</span>
      <br />
      {verdict === "approve" && <i>approved it. </i>}
      {verdict === "change" && <i>requested a change. </i>}
      {text}
    </>
  );
}
