"use client";
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import Link from "next/link";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { PlusLg } from "react-bootstrap-icons";
import { z } from "zod";
import { DraftShelf as DraftShelfShape, type DraftCard } from "@/contract/designs";
import { PackDialog, packJob } from "@/ui/packages/PackDialog";
import { useReopened } from "@/ui/parts/kept-job";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { Pager } from "@/ui/parts/Pager";
import { Segments } from "@/ui/parts/Segments";
import { DraftPlate } from "./DraftPlate";
import { NeedsALook } from "./NeedsALook";
import { NewDesignDialog } from "./NewDesignDialog";

/** The designers' shelf: every draft, found by words and tags; what is put away is one press off. */
export function DraftShelf() {
  const client = useQueryClient();
  const [search, setSearch] = useState("");
  const [tag, setTag] = useState("");
  const [archived, setArchived] = useState(false);
  const [page, setPage] = useState(1);
  const [packed, setPacked] = useState<{ first?: string }>();
  useReopened(packJob, () => setPacked({}));
  const [copied, setCopied] = useState<DraftCard | "blank">();
  const query = new URLSearchParams({ search, tag, archived: archived ? "yes" : "no", page: String(page) });
  const shelf = useQuery({
    queryKey: ["drafts", query.toString()],
    queryFn: () => call(`/api/designs?${query}`, DraftShelfShape),
    placeholderData: keepPreviousData,
  });
  const describe = async (id: string, about: { tags?: readonly string[]; archived?: boolean }) => {
    await call(`/api/designs/${id}/about`, z.null(), about);
    await client.invalidateQueries({ queryKey: ["drafts"] });
  };
  const { data } = shelf;
  const narrowed = search !== "" || tag !== "" || archived;
  return (
    <main className="page shelf">
      <div className="shelf__tools align-items-center d-flex flex-wrap gap-12">
        <h1 className="me-auto">Shelf</h1>
        <input
          type="search"
          className="form-control"
          placeholder="Find by name or purpose"
          aria-label="Find a design"
          value={search}
          onChange={(event) => {
            setSearch(event.target.value.slice(0, 80));
            setPage(1);
          }}
        />
        {(data?.tags.length ?? 0) > 0 && (
          <Segments
            label="Tag"
            value={tag}
            options={["", ...data!.tags].map((id) => ({ id, label: id || "All tags" }))}
            onChange={setTag}
          />
        )}
        <Button variant="segment" size="sm" active={archived} onClick={() => setArchived(!archived)}>
          Archived
        </Button>
        <Link href="/packages" className="btn btn-outline-secondary btn-sm">
          Import package …
        </Link>
        <Button onClick={() => setCopied("blank")}>
          <PlusLg aria-hidden /> New design
        </Button>
      </div>
      <p className="shelf__say text-secondary fs-13">
        Open a design on the bench, or fill in its release. Point at one to see it move.
      </p>
      <NeedsALook />
      {shelf.error && <Notice weight="stop">{shelf.error.message}</Notice>}
      {shelf.isPending && <p className="quiet">Loading the shelf …</p>}
      {data?.drafts.length === 0 && (
        <Notice weight="note">{narrowed ? "No design matches." : "The shelf is empty. Start a new design."}</Notice>
      )}
      <div className="shelf__plates d-grid">
        {data?.drafts.map((draft) => (
          <DraftPlate
            key={draft.id}
            draft={draft}
            house={data.house}
            onCopy={() => setCopied(draft)}
            onPack={() => setPacked({ first: draft.document.id })}
            onDescribe={(about) => describe(draft.id, about)}
          />
        ))}
      </div>
      {data && (
        <Pager
          onNewer={page > 1 ? () => setPage(page - 1) : undefined}
          onOlder={data.more ? () => setPage(page + 1) : undefined}
        />
      )}
      {packed && <PackDialog {...packed} onClose={() => setPacked(undefined)} />}
      {copied && (
        <NewDesignDialog source={copied === "blank" ? undefined : copied} onClose={() => setCopied(undefined)} />
      )}
    </main>
  );
}
