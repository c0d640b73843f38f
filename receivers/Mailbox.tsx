"use client";
import { useQuery } from "@tanstack/react-query";
import { Letters } from "@/contract/letters";
import { call } from "@/ui/parts/api";
import { writeDate } from "@/ui/parts/dates";
import { Notice } from "@/ui/parts/Notice";

/** A simulated mailbox: letters that were written while no server for mail is set. */
export function Mailbox() {
  const box = useQuery({ queryKey: ["letters"], queryFn: () => call("/api/letters", Letters) });
  return (
    <main className="receiver">
      <header className="receiver__head">
        <h1>Everybody’s mailbox</h1>
        <p>
          <b>Simulated.</b> Letters that would be sent are laid down here while no server for mail is set.
        </p>
      </header>
      {box.error && <Notice weight="stop">{box.error.message}</Notice>}
      {box.data?.sending && (
        <Notice weight="note">A server for mail is set: letters leave the house and are not shown.</Notice>
      )}
      {box.data?.letters.length === 0 && (
        <p className="letter__sheet">Nothing has been written yet. Invite a member, or share a link by e-mail.</p>
      )}
      {box.data?.letters.map((letter) => (
        <article key={letter.id} className="letter__sheet mailbox__letter">
          <p className="letter__to">
            To: {letter.to} · {writeDate(letter.writtenAt)}
          </p>
          <h2>{letter.subject}</h2>
          {letter.words.split("\n\n").map((words, i) =>
            /^https?:\/\/\S+$/.test(words) ? (
              <p key={i}>
                <a href={words}>{words}</a>
              </p>
            ) : (
              <p key={i}>{words}</p>
            ),
          )}
        </article>
      ))}
    </main>
  );
}
