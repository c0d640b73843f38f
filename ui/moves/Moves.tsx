"use client";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useMemo, useState } from "react";
import { HouseView } from "@/contract/house";
import type { SavedMoveView } from "@/contract/moves";
import type { House } from "@/core/document/house";
import { specimenOf } from "@/core/motion/specimen";
import { call } from "@/ui/parts/api";
import { Notice } from "@/ui/parts/Notice";
import { usePosterStrip } from "@/ui/shelf/PosterStrip";
import { readTags } from "./tags";
import { useMoves } from "./use-moves";

/** Saved moves as small live specimens: on a mark, a panel and a text. */
export function Moves() {
  const { moves, loading, fault, change, remove } = useMoves();
  const house = useQuery({ queryKey: ["house"], queryFn: () => call("/api/house", HouseView), staleTime: 30_000 });
  const [tag, setTag] = useState("");
  const tags = [...new Set(moves.flatMap(({ document }) => document.tags))].sort((a, b) => a.localeCompare(b));
  const shown = moves.filter(({ document }) => tag === "" || document.tags.includes(tag));
  return (
    <main className="page">
      <header className="page__head">
        <h1>Moves</h1>
        {tags.length > 0 && (
          <span className="chips" role="group" aria-label="Tags">
            {["", ...tags].map((name) => (
              <button
                key={name}
                type="button"
                className="chip"
                aria-pressed={tag === name}
                onClick={() => setTag(name)}
              >
                {name || "All"}
              </button>
            ))}
          </span>
        )}
      </header>
      {fault && <Notice weight="stop">{fault}</Notice>}
      {!loading && moves.length === 0 && (
        <p className="quiet">
          There are no saved moves yet. On the bench, press the bookmark beside a move to save it, then use it on other
          layers and designs.
        </p>
      )}
      <ul className="moves d-grid gap-24 list-none m-0 p-0">
        {house.data &&
          shown.map((move) => (
            <MovePlate
              key={move.id}
              move={move}
              house={house.data.document}
              onChange={(document) => change(move.id, document, { everywhere: false })}
              onRemove={() => remove(move.id)}
            />
          ))}
      </ul>
    </main>
  );
}

function MovePlate({
  move,
  house,
  onChange,
  onRemove,
}: {
  move: SavedMoveView;
  house: House;
  onChange: (document: SavedMoveView["document"]) => Promise<unknown>;
  onRemove: () => Promise<void>;
}) {
  const { document, uses, id } = move;
  const shown = useMemo(() => ({ document: specimenOf(id, document, house), house }), [id, document, house]);
  const formats = house.formats.filter((format) => shown.document.formats.includes(format.id));
  const { strip, playing } = usePosterStrip(shown, formats, { plate: "light" });
  const [fault, setFault] = useState<string>();
  const [sure, setSure] = useState(false);
  const attempt = (work: Promise<unknown>) => work.catch((error: Error) => setFault(error.message));
  return (
    <li className="moves__plate bg-sheet border p-12" {...playing}>
      {strip}
      <input
        type="text"
        className="moves__name font-serif fw-semibold mt-8"
        aria-label="Name of the saved move"
        defaultValue={document.name}
        maxLength={80}
        onBlur={(event) => {
          const name = event.target.value.trim();
          if (name !== "" && name !== document.name) void attempt(onChange({ ...document, name }));
        }}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
      <input
        type="text"
        className="moves__tags text-secondary fs-13"
        aria-label={`Tags of ${document.name}`}
        placeholder="No tags"
        defaultValue={document.tags.join(", ")}
        onBlur={(event) => {
          const tags = readTags(event.target.value);
          if (tags.join() !== document.tags.join()) void attempt(onChange({ ...document, tags }));
        }}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
      <p className="text-secondary my-6 mx-0">
        {uses.length === 0
          ? "Not used yet"
          : uses.map(({ designId, name, layers }, i) => (
              <span key={designId}>
                {i > 0 && ", "}
                <Link href={`/bench/${designId}`}>{name}</Link> {layers > 1 && <small>{layers} layers</small>}
              </span>
            ))}
      </p>
      {sure ? (
        <p className="moves__sure m-0">
          Designs that use it keep their moves.{" "}
          <button type="button" className="chip" onClick={() => void attempt(onRemove())}>
            Remove from the list
          </button>{" "}
          <button type="button" className="chip" onClick={() => setSure(false)}>
            {" "}
            Cancel
          </button>
        </p>
      ) : (
        <button type="button" className="small-button" onClick={() => setSure(true)}>
          Remove …
        </button>
      )}
      {fault && <Notice weight="stop">{fault}</Notice>}
    </li>
  );
}
