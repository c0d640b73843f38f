"use client";
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Shelf as ShelfShape } from "@/contract/releases";
import { call } from "@/ui/parts/api";
import { useEvents } from "@/ui/parts/events";
import { useIs } from "@/ui/parts/member";
import { Notice } from "@/ui/parts/Notice";
import { Pager } from "@/ui/parts/Pager";
import { Segments } from "@/ui/parts/Segments";
import { DraftShelf } from "./DraftShelf";
import { NeedsALook } from "./NeedsALook";
import { ReleasePlate } from "./ReleasePlate";

/** What stands on the shelf: all drafts for who designs, releases for who fills in. */
export function Shelf() {
  return useIs("designer") ? <DraftShelf /> : <ReleaseShelf />;
}

const orders = [
  { id: "mine", label: "Recently used" },
  { id: "newest", label: "Newest" },
  { id: "name", label: "By name" },
] as const;

/** Every published design as a plate, to be found by its words and tags. */
function ReleaseShelf() {
  const [page, setPage] = useState(1);
  const [search, setSearch] = useState("");
  const [tag, setTag] = useState("");
  const [order, setOrder] = useState<(typeof orders)[number]["id"]>("mine");
  const queries = useQueryClient();
  const query = new URLSearchParams({ page: String(page), search, tag, order });
  const shelf = useQuery({
    queryKey: ["shelf", query.toString()],
    queryFn: () => call(`/api/releases?${query}`, ShelfShape),
    placeholderData: keepPreviousData,
  });
  // New ones come, and posters are made of those that have come.
  useEvents(["releases", "posters"], () => void queries.invalidateQueries({ queryKey: ["shelf"] }));
  const narrowed = search !== "" || tag !== "";
  const anew =
    <T,>(set: (value: T) => void) =>
    (value: T) => {
      set(value);
      setPage(1);
    };
  return (
    <main className="page shelf">
      <div className="shelf__tools align-items-center d-flex flex-wrap gap-12">
        <h1 className="me-auto">Shelf</h1>
        <input
          type="search"
          className="form-control"
          placeholder="Find a design"
          aria-label="Find a design"
          value={search}
          onChange={(event) => anew(setSearch)(event.target.value)}
        />
        <Segments label="Sort" value={order} options={orders} onChange={anew(setOrder)} />
        {(shelf.data?.tags.length ?? 0) > 0 && (
          <Segments
            label="Tag"
            value={tag}
            options={["", ...shelf.data!.tags].map((id) => ({ id, label: id || "All tags" }))}
            onChange={anew(setTag)}
          />
        )}
      </div>
      <p className="shelf__say text-secondary fs-13">
        Choose a design, fill it in and export your clips. Point at one to see it move.
      </p>
      <NeedsALook />
      {shelf.error && <Notice weight="stop">{shelf.error.message}</Notice>}
      {shelf.isPending && <p className="quiet">Loading the shelf …</p>}
      {shelf.data?.releases.length === 0 && (
        <Notice weight="note">
          {narrowed
            ? "No design matches. Try other words, or all tags."
            : "Nothing is published yet. Releases appear here when a designer publishes a design."}
        </Notice>
      )}
      <div className="shelf__plates d-grid">
        {shelf.data?.releases.map((release) => (
          <ReleasePlate key={release.id} release={release} />
        ))}
      </div>
      {shelf.data && (
        <Pager
          onNewer={page > 1 ? () => setPage(page - 1) : undefined}
          onOlder={shelf.data.more ? () => setPage(page + 1) : undefined}
        />
      )}
    </main>
  );
}
