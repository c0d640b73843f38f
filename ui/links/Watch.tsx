"use client";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ProofView, type ProofClip, type WordView } from "@/contract/links";
import { call } from "@/ui/parts/api";
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
  });
  if (proof.error) return <LinkOver words={proof.error.message} />;
  if (!proof.data) {
    return (
      <main className="page">
        <p className="quiet">Fetching the clips …</p>
      </main>
    );
  }
  const { house, name, by, clips, words, mayJudge, endsAt } = proof.data;
  const said = (word: WordView) =>
    client.setQueryData(["watch", token], { ...proof.data, words: [...proof.data.words, word] });
  return (
    <main className="page watch">
      <div className="page__head">
        <p className="font-serif text-secondary m-0">{house}</p>
        <h1>{name}</h1>
        <p>
          {by && `${by} shows you ${clips.length === 1 ? "this clip" : `these ${clips.length} clips`}. `}
          {mayJudge && "Approve each, or stop at an instant and write what should be other. "}
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
      {clips.length === 0 && <p>These clips are not kept any more. Ask whoever sent the link.</p>}
      {clips.map((clip: ProofClip) => (
        <WatchedClip
          key={clip.id}
          {...{ token, clip, who, mayJudge }}
          words={words.filter((word) => word.export === clip.id)}
          onSaid={said}
        />
      ))}
    </main>
  );
}
