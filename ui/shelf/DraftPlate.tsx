"use client";
import Link from "next/link";
import { useMemo, useState } from "react";
import { Dropdown } from "react-bootstrap";
import type { DraftCard } from "@/contract/designs";
import type { House } from "@/core/document/house";
import { Notice } from "@/ui/parts/Notice";
import { beginningTag } from "./NewDesignDialog";
import { usePosterPlate } from "./PosterPlate";

const nothing = () => undefined;

/** One draft: its graphic, large, playing while pointed at, and the ways from here. */
export function DraftPlate({
  draft,
  house,
  onCopy,
  onPack,
  onDescribe,
}: {
  draft: DraftCard;
  house: House;
  onCopy: () => void;
  onPack: () => void;
  onDescribe: (about: { tags?: readonly string[]; archived?: boolean }) => Promise<void>;
}) {
  const { document, release, clips, tags, archived } = draft;
  const shown = useMemo(() => ({ document, house }), [document, house]);
  const formats = house.formats.filter((format) => document.formats.includes(format.id));
  const { picture, marks, pointing } = usePosterPlate({
    poster: release?.poster ? `/api/releases/${release.id}/poster` : undefined,
    formats,
    shown,
    onWanted: nothing,
  });
  const [fault, setFault] = useState<string>();
  const describe = (about: Parameters<typeof onDescribe>[0]) => {
    setFault(undefined);
    onDescribe(about).catch((error: Error) => setFault(error.message));
  };
  return (
    <article className="release-plate" {...pointing}>
      <Link href={`/bench/${draft.id}`} aria-label={`Open ${document.name} on the bench`}>
        {picture}
        <h2>{document.name}</h2>
      </Link>
      <p className="plate__about text-secondary fs-13" title={document.about}>
        {document.about}
      </p>
      <div className="align-items-center d-flex gap-12 fs-13 mt-4">
        {marks}
        <span className="text-secondary figures ms-auto">
          {release ? `Release ${release.number}` : "Never published"}
          {clips > 0 && ` · ${clips} ${clips === 1 ? "clip" : "clips"}`}
        </span>
      </div>
      <div className="release-plate__ways align-items-baseline d-flex flex-wrap fs-13 mt-4">
        {release && <Link href={`/fill/${release.id}`}>Fill in</Link>}
        <button type="button" className="plain-link bg-none border-0 text-secondary p-0" onClick={onCopy}>
          Duplicate
        </button>
        <TagEditor tags={tags} onChange={(next) => describe({ tags: next })} />
        <Dropdown align="end">
          <Dropdown.Toggle as="button" type="button" className="plain-link bg-none border-0 text-secondary p-0">
            More
          </Dropdown.Toggle>
          <Dropdown.Menu>
            <Dropdown.Item as="button" type="button" onClick={onPack}>
              Export package …
            </Dropdown.Item>
            <Dropdown.Item as="button" type="button" onClick={() => describe({ archived: !archived })}>
              {archived ? "Restore" : "Archive"}
            </Dropdown.Item>
            <Dropdown.Item as="button" type="button" onClick={() => describe({ tags: asBeginning(tags) })}>
              {tags.includes(beginningTag) ? "Remove from starters" : "Save as starter"}
            </Dropdown.Item>
          </Dropdown.Menu>
        </Dropdown>
      </div>
      {fault && <Notice weight="stop">{fault}</Notice>}
    </article>
  );
}

/** The tags with the one that offers a design as a beginning, or without it. */
const asBeginning = (tags: readonly string[]): readonly string[] =>
  tags.includes(beginningTag) ? tags.filter((tag) => tag !== beginningTag) : [...tags, beginningTag].slice(-12);

function TagEditor({ tags, onChange }: { tags: readonly string[]; onChange: (tags: readonly string[]) => void }) {
  const [typed, setTyped] = useState<string>();
  if (typed === undefined) {
    return (
      <button
        type="button"
        className="plain-link bg-none border-0 text-secondary p-0"
        onClick={() => setTyped(tags.join(", "))}
      >
        {tags.length === 0 ? "Add tags" : tags.join(", ")}
      </button>
    );
  }
  const take = () => {
    const next = [
      ...new Set(
        typed
          .split(",")
          .map((tag) => tag.trim().slice(0, 30))
          .filter(Boolean),
      ),
    ].slice(0, 12);
    setTyped(undefined);
    if (next.join() !== tags.join()) onChange(next);
  };
  return (
    <input
      type="text"
      autoFocus
      className="form-control form-control-sm"
      aria-label="Tags, with commas between"
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === "Enter") take();
        if (event.key === "Escape") setTyped(undefined);
      }}
    />
  );
}
