"use client";
import { keepPreviousData, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button, Table } from "react-bootstrap";
import { AuditPage, type AuditEntry } from "@/contract/audit";
import { Members } from "@/contract/members";
import { call } from "@/ui/parts/api";
import { writeDate } from "@/ui/parts/dates";
import { Notice } from "@/ui/parts/Notice";
import { deedWords } from "./deeds";

/** Who did what, and when: found by words, person and day, and saved as a table. */
export function Audit() {
  const [wish, setWish] = useState({ search: "", by: "", from: "", until: "" });
  const query = new URLSearchParams(Object.entries(wish).filter(([, value]) => value !== ""));
  const pages = useInfiniteQuery({
    queryKey: ["audit", query.toString()],
    queryFn: ({ pageParam }) => call(`/api/audit?${query}${pageParam ? `&before=${pageParam}` : ""}`, AuditPage),
    initialPageParam: 0,
    getNextPageParam: ({ next }) => next,
    placeholderData: keepPreviousData,
  });
  const members = useQuery({ queryKey: ["members"], queryFn: () => call("/api/members", Members) });
  const entries = pages.data?.pages.flatMap((page) => page.entries) ?? [];
  const set = (part: Partial<typeof wish>) => setWish({ ...wish, ...part });
  return (
    <main className="page people">
      <div className="page__head">
        <h1>Audit</h1>
        <p>What was published, made, shared and changed in the last three years, and by whom.</p>
      </div>
      <div className="align-items-end d-flex flex-wrap gap-12 mb-12">
        <label>
          Words
          <input
            type="search"
            className="form-control"
            value={wish.search}
            onChange={(event) => set({ search: event.target.value.slice(0, 80) })}
          />
        </label>
        <label>
          By
          <select className="form-select" value={wish.by} onChange={(event) => set({ by: event.target.value })}>
            <option value="">anybody</option>
            {members.data?.members.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <label>
          From
          <input
            type="date"
            className="form-control"
            value={wish.from}
            onChange={(event) => set({ from: event.target.value })}
          />
        </label>
        <label>
          Until
          <input
            type="date"
            className="form-control"
            value={wish.until}
            onChange={(event) => set({ until: event.target.value })}
          />
        </label>
        <a className="btn btn-outline-secondary" href={`/api/audit/table?${query}`} download>
          Export table
        </a>
      </div>
      {pages.error && <Notice weight="stop">{pages.error.message}</Notice>}
      {pages.isPending && <p className="quiet">Loading the audit …</p>}
      {pages.data && entries.length === 0 && <Notice weight="note">No entries match.</Notice>}
      {entries.length > 0 && (
        <Table size="sm" className="people__table">
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">Who</th>
              <th scope="col">What</th>
              <th scope="col">Object</th>
            </tr>
          </thead>
          <tbody>
            {entries.map((entry) => (
              <EntryRow key={entry.seq} entry={entry} />
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

function EntryRow({ entry: { at, by, action, subject, name, detail } }: { entry: AuditEntry }) {
  const more = detail === null || detail === undefined ? "" : JSON.stringify(detail);
  return (
    <tr>
      <td className="figures text-nowrap">{writeDate(at)}</td>
      <td>{by ?? <span className="text-secondary">nobody signed in</span>}</td>
      <td>
        {deedWords(action)}
        {more !== "" && more !== "{}" && (
          <details className="fs-13 text-secondary">
            <summary>more</summary>
            <code className="people__detail">{more}</code>
          </details>
        )}
      </td>
      <td>{name === null ? <code>{subject}</code> : <bdi title={subject}>{name}</bdi>}</td>
    </tr>
  );
}
