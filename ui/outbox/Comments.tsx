"use client";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import type { RequestView } from "@/contract/exports";
import { CommentList, CommentView } from "@/contract/links";
import { call } from "@/ui/parts/api";
import { useEvents } from "@/ui/parts/events";
import { Notice } from "@/ui/parts/Notice";

const keyOf = (request: string) => ["comments", request];

/** What people without an account have said of the files, by link; nothing is asked for where nothing was said. */
export function useComments({ id, comments: count, exports }: RequestView) {
  const client = useQueryClient();
  const { data } = useQuery({
    queryKey: [...keyOf(id), count],
    queryFn: () => call(`/api/requests/${id}/comments`, CommentList),
    enabled: count > 0,
  });
  // A reply counts as no comment: it is heard of by its file alone.
  useEvents(["exports"], (event) => {
    const ids = event === "reset" ? [] : event.body.ids;
    const ours = Array.isArray(ids) && exports.some((one) => ids.includes(one.id));
    if (count > 0 && (event === "reset" || ours)) void client.invalidateQueries({ queryKey: keyOf(id) });
  });
  const comments = data?.comments ?? [];
  /** Whether what was said last about a file, one way or the other, is that it should change. */
  const wantsChange = (file: string): boolean =>
    comments
      .filter((one) => one.export === file && one.verdict !== null)
      .reduce<CommentView | undefined>((last, one) => (last && last.saidAt > one.saidAt ? last : one), undefined)
      ?.verdict === "change";
  return { comments, wantsChange };
}

/** Comments on the files of a request, each with its replies and a way to reply. */
export function Comments({ request, comments }: { request: RequestView; comments: readonly CommentView[] }) {
  const { id, comments: count, exports } = request;
  const nameOf = (file: string) => exports.find((one) => one.id === file)?.fileName ?? "another file";
  return (
    <tr>
      <td colSpan={5}>
        <details className="fs-13">
          <summary>
            {count} {count === 1 ? "comment" : "comments"}
          </summary>
          <ul className="outbox__comments">
            {comments
              .filter(({ replyTo }) => replyTo === null)
              .map((comment) => (
                <li key={comment.id}>
                  <b>{comment.who}</b> on {nameOf(comment.export)}
                  {comment.atS !== null && <span className="figures"> at {comment.atS.toFixed(1)} s</span>}:{" "}
                  {comment.verdict !== null && (
                    <i>{comment.verdict === "approve" ? "approved it. " : "requested a change. "}</i>
                  )}
                  {comment.text}
                  <ul className="list-none m-0 ps-3">
                    {comments
                      .filter(({ replyTo }) => replyTo === comment.id)
                      .map((reply) => (
                        <li key={reply.id}>
                          <b>{reply.who}</b> replied: {reply.text}
                        </li>
                      ))}
                  </ul>
                  <Reply request={id} to={comment} />
                </li>
              ))}
          </ul>
        </details>
      </td>
    </tr>
  );
}

/** A reply that whoever commented reads at the link. */
function Reply({ request, to }: { request: string; to: CommentView }) {
  const client = useQueryClient();
  const [open, setOpen] = useState(false);
  const [text, setText] = useState("");
  const send = useMutation({
    mutationFn: () => call(`/api/requests/${request}/comments`, CommentView, { to: to.id, text }),
    onSuccess: async () => {
      setText("");
      setOpen(false);
      await client.invalidateQueries({ queryKey: keyOf(request) });
    },
  });
  if (!open) {
    return (
      <button type="button" className="chip" onClick={() => setOpen(true)}>
        Reply
      </button>
    );
  }
  return (
    <form
      className="d-grid gap-8 outbox__reply"
      onSubmit={(event) => {
        event.preventDefault();
        send.mutate();
      }}
    >
      <textarea
        className="form-control"
        aria-label={`Reply to ${to.who}`}
        rows={2}
        maxLength={1000}
        autoFocus
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <small className="quiet">{to.who} reads the reply at the link.</small>
      {send.error && <Notice weight="stop">{send.error.message}</Notice>}
      <div className="d-flex gap-8">
        <Button type="submit" size="sm" disabled={send.isPending || text.trim() === ""}>
          Send reply
        </Button>
        <Button variant="link" size="sm" onClick={() => setOpen(false)}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
