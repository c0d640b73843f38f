"use client";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ProofView, type CommentView, type ProofClip } from "@/contract/links";
import { ApiError, call } from "@/ui/parts/api";
import { writeDate } from "@/ui/parts/dates";
import { LinkOver } from "./LinkOver";
import { WatchedClip } from "./WatchedClip";

/** Clips that somebody watches by link: approves, or says what is to be other, at an instant of a clip. */
export function Watch({ token }: { token: string }) {
  const client = useQueryClient();
  const [who, setWho] = useState("");
  const proof = useQuery({
    queryKey: ["watch", token],
    queryFn: () => call(`/api/links/${token}/watch`, ProofView),
    retry: false,
    staleTime: Infinity,
    // What members reply meanwhile.
    refetchInterval: 30_000,
  });
  const over = proof.error instanceof ApiError && [404, 410].includes(proof.error.status);
  if (proof.error && (over || !proof.data)) return <LinkOver words={proof.error.message} />;
  if (!proof.data) {
    return (
      <main className="page">
        <p className="quiet">Loading the clips …</p>
      </main>
    );
  }
  const { house, name, by, clips, comments, mayJudge, endsAt } = proof.data;
  const add = (comment: CommentView) =>
    client.setQueryData<ProofView>(["watch", token], (now) => now && { ...now, comments: [...now.comments, comment] });
  return (
    <main className="page watch">
      <div className="page__head">
        <p className="font-serif text-secondary m-0">{house}</p>
        <h1>{name}</h1>
        <p>
          {by && `${by} shows you ${clips.length === 1 ? "this clip" : `these ${clips.length} clips`}. `}
          {mayJudge && "Approve each clip, or pause and comment on what should change. "}
          The link ends on {writeDate(endsAt)}.
        </p>
        {mayJudge && (
          <label className="watch__who">
            Your name
            <input
              className="form-control"
              autoComplete="name"
              maxLength={80}
              value={who}
              onChange={(event) => setWho(event.target.value)}
            />
          </label>
        )}
      </div>
      {clips.length === 0 && <p>These clips have expired. Ask the sender for new ones.</p>}
      {clips.map((clip: ProofClip) => (
        <WatchedClip
          key={clip.id}
          {...{ token, clip, who, mayJudge }}
          comments={comments.filter((comment) => comment.export === clip.id)}
          onComment={add}
        />
      ))}
    </main>
  );
}
