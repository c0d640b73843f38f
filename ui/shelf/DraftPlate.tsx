"use client";
import Link from "next/link";
import { useMemo, useState } from "react";
import { Dropdown } from "react-bootstrap";
import type { DraftCard } from "@/contract/designs";
import type { House } from "@/core/document/house";
import { Notice } from "@/ui/parts/Notice";
import { usePosterStrip } from "./PosterStrip";

/** One draft: its poster in every format, playing while pointed at, and the ways from here. */
export function DraftPlate({
  draft,
  house,
  onCopy,
  onDescribe,
}: {
  draft: DraftCard;
  house: House;
  onCopy: () => void;
  onDescribe: (about: { tags?: readonly string[]; archived?: boolean }) => Promise<void>;
}) {
  const { document, release, clips, tags, archived } = draft;
  const shown = useMemo(() => ({ document, house }), [document, house]);
  const formats = house.formats.filter((format) => document.formats.includes(format.id));
  const { strip, playing } = usePosterStrip(shown, formats);
  const [fault, setFault] = useState<string>();
  const describe = (about: Parameters<typeof onDescribe>[0]) => {
    setFault(undefined);
    onDescribe(about).catch((error: Error) => setFault(error.message));
  };
  return (
    <article className="release-plate" {...playing}>
      <Link href={`/bench/${draft.id}`} aria-label={`Open ${document.name} on the bench`}>
        {strip}
        <h2>{document.name}</h2>
      </Link>
      <p>{document.about}</p>
      <p className="release-plate__facts figures">
        {release ? `Release ${release.number}` : "Never published"} · {formats.length}{" "}
        {formats.length === 1 ? "format" : "formats"} · {clips} {clips === 1 ? "clip" : "clips"} made
      </p>
      <div className="release-plate__ways">
        {release && <Link href={`/fill/${release.id}`}>Fill in</Link>}
        <button type="button" className="plain-link" onClick={onCopy}>
          Duplicate
        </button>
        <TagEditor tags={tags} onChange={(next) => describe({ tags: next })} />
        <Dropdown align="end">
          <Dropdown.Toggle as="button" type="button" className="plain-link">
            More
          </Dropdown.Toggle>
          <Dropdown.Menu>
            <Dropdown.Item as="button" type="button" onClick={() => describe({ archived: !archived })}>
              {archived ? "Back onto the shelf" : "Put away"}
            </Dropdown.Item>
          </Dropdown.Menu>
        </Dropdown>
      </div>
      {fault && <Notice weight="stop">{fault}</Notice>}
    </article>
  );
}

function TagEditor({ tags, onChange }: { tags: readonly string[]; onChange: (tags: readonly string[]) => void }) {
  const [typed, setTyped] = useState<string>();
  if (typed === undefined) {
    return (
      <button type="button" className="plain-link" onClick={() => setTyped(tags.join(", "))}>
        {tags.length === 0 ? "Tag it" : tags.join(", ")}
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
