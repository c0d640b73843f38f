"use client";
import { useInfiniteQuery, useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Button, Table } from "react-bootstrap";
import { z } from "zod";
import { LinkList, type LinkCard } from "@/contract/links";
import { call } from "@/ui/parts/api";
import { writeDate } from "@/ui/parts/dates";
import { useIs } from "@/ui/parts/member";
import { Notice } from "@/ui/parts/Notice";
import { Segments } from "@/ui/parts/Segments";

const whose = [
  { id: "mine", label: "Mine" },
  { id: "all", label: "Everybody’s" },
] as const;

const states = { open: "open", over: "over", revoked: "ended" } as const;

/** Links that were made for people without an account: what each opens, how long, how often it was used, and its end. */
export function MadeLinks() {
  const client = useQueryClient();
  const isOwner = useIs("owner");
  const [of, setOf] = useState<"mine" | "all">("mine");
  const pages = useInfiniteQuery({
    queryKey: ["made-links", of],
    queryFn: ({ pageParam }) =>
      call(`/api/made-links?whose=${of}${pageParam ? `&before=${encodeURIComponent(pageParam)}` : ""}`, LinkList),
    initialPageParam: "",
    getNextPageParam: ({ next }) => next,
  });
  const end = useMutation({
    mutationFn: (id: string) => call(`/api/made-links/${id}/revoke`, z.null(), {}),
    onSettled: () => void client.invalidateQueries({ queryKey: ["made-links"] }),
  });
  const links = pages.data?.pages.flatMap((page) => page.links) ?? [];
  const fault = pages.error ?? end.error;
  return (
    <main className="page people">
      <div className="page__head">
        <h1>Links</h1>
        <p>
          For people without an account: to fill in one row, to watch clips, to comment on them, to hold a remote, to
          show a live page. Rows are shared from their sheet, clips from the outbox, live pages from their running
          order. A link’s address is shown once, when it is made.
        </p>
      </div>
      {isOwner && <Segments label="Whose" value={of} options={whose} onChange={setOf} />}
      {fault && <Notice weight="stop">{fault.message}</Notice>}
      {pages.isPending && <p className="quiet">Loading the links …</p>}
      {pages.data && links.length === 0 && (
        <Notice weight="note">
          No link has been made yet. Choose a row of a sheet, or a request in the outbox, and press <i>Share</i>.
        </Notice>
      )}
      {links.length > 0 && (
        <Table className="people__table mt-12">
          <thead>
            <tr>
              <th scope="col">For</th>
              <th scope="col">Opens</th>
              <th scope="col">Made</th>
              <th scope="col">Used</th>
              <th scope="col">Until</th>
              <th scope="col">
                <span className="visually-hidden">Actions</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {links.map((link) => (
              <LinkRow key={link.id} link={link} busy={end.isPending} onEnd={() => end.mutate(link.id)} />
            ))}
          </tbody>
        </Table>
      )}
      {pages.hasNextPage && (
        <Button variant="link" disabled={pages.isFetchingNextPage} onClick={() => void pages.fetchNextPage()}>
          Show earlier
        </Button>
      )}
    </main>
  );
}

function LinkRow({ link, busy, onEnd }: { link: LinkCard; busy: boolean; onEnd: () => void }) {
  const { name, about, by, madeAt, endsAt, used, usesLeft, usedAt, state, comments } = link;
  return (
    <tr className={state === "open" ? undefined : "text-secondary"}>
      <th scope="row">{name || "no name"}</th>
      <td>
        {about}
        {comments > 0 && `, ${comments} ${comments === 1 ? "comment" : "comments"}`}
      </td>
      <td className="figures">
        {writeDate(madeAt)}
        <br />
        <small className="text-secondary">{by}</small>
      </td>
      <td className="figures">
        {used === 0 ? "not yet" : `${used} ${used === 1 ? "time" : "times"}`}
        {usesLeft !== null && ` of ${used + usesLeft}`}
        {usedAt && <br />}
        {usedAt && <small className="text-secondary">{writeDate(usedAt)}</small>}
      </td>
      <td className="figures">
        {writeDate(endsAt)}
        <br />
        <small>{states[state]}</small>
      </td>
      <td className="text-end">
        {state === "open" && (
          <Button variant="outline-secondary" size="sm" disabled={busy} onClick={onEnd}>
            End link
          </Button>
        )}
      </td>
    </tr>
  );
}
