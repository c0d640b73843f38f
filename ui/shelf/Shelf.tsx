"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Shelf as ShelfShape } from "@/contract/releases";
import { call } from "@/ui/parts/api";
import { useIs } from "@/ui/parts/member";
import { Notice } from "@/ui/parts/Notice";
import { DraftShelf } from "./DraftShelf";
import { NeedsALook } from "./NeedsALook";
import { ReleasePlate } from "./ReleasePlate";

/** What stands on the shelf: all drafts for who designs, releases for who fills in. */
export function Shelf() {
  return useIs("designer") ? <DraftShelf /> : <ReleaseShelf />;
}

/** Every published design as a plate that plays. */
function ReleaseShelf() {
  const [page, setPage] = useState(1);
  const shelf = useQuery({ queryKey: ["shelf", page], queryFn: () => call(`/api/releases?page=${page}`, ShelfShape) });
  return (
    <main className="page shelf">
      <div className="page__head">
        <h1>Shelf</h1>
        <p>Choose a design, fill it in, and take the clips with you. Point at one to see it move.</p>
      </div>
      <NeedsALook />
      {shelf.error && <Notice weight="stop">{shelf.error.message}</Notice>}
      {shelf.isPending && <p className="quiet">Fetching the shelf …</p>}
      {shelf.data?.releases.length === 0 && (
        <Notice weight="note">Nothing is published yet. A designer publishes a design, and it stands here.</Notice>
      )}
      <div className="shelf__plates">
        {shelf.data?.releases.map((release) => (
          <ReleasePlate key={release.id} release={release} />
        ))}
      </div>
      {shelf.data && (page > 1 || shelf.data.more) && (
        <nav className="pager" aria-label="Pages">
          <button className="btn btn-outline-secondary" disabled={page === 1} onClick={() => setPage(page - 1)}>
            Newer
          </button>
          <button className="btn btn-outline-secondary" disabled={!shelf.data.more} onClick={() => setPage(page + 1)}>
            Older
          </button>
        </nav>
      )}
    </main>
  );
}
