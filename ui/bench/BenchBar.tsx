"use client";
import Link from "next/link";
import { ArrowCounterclockwise, ArrowClockwise, PlusLg } from "react-bootstrap-icons";
import type { Dialog } from "./command";
import { helpOfCommand } from "./commands";
import type { SaveState } from "@/ui/parts/saver";
import type { SomebodyHere } from "@/contract/designs";
import { stageDeeds } from "@/core/facts/bench-deeds";
import { useBench } from "./store";
import { useOthersHere } from "./use-others";

/** What the design is called, whether it is saved, and where to go from here. */
export function BenchBar({ onOpen }: { onOpen: (dialog: Dialog) => void }) {
  const name = useBench((state) => state.document.name);
  const release = useBench((state) => state.release);
  const save = useBench((state) => state.save);
  const refused = useBench((state) => state.refused);
  const past = useBench((state) => state.history.past);
  const future = useBench((state) => state.history.future);
  const undo = useBench((state) => state.undo);
  const redo = useBench((state) => state.redo);
  const fields = useBench((state) => state.document.fields.length);
  return (
    <header className="bench__bar align-items-baseline border-bottom d-flex gap-8 py-8 px-32">
      <p className="trail">
        <Link href="/">Shelf</Link>
      </p>
      <h1>{name}</h1>
      <p className="d-flex flex-1 gap-4 min-w-0 text-secondary m-0 text-nowrap figures">
        <span>
          {release ? `Release ${release.number}` : "Never published"} · <Saved state={save} />
          <AlsoHere />
        </span>
        <JustChanged />
        {refused && (
          <span className="text-primary fw-semibold" role="alert">
            {" "}
            · {refused}
          </span>
        )}
      </p>
      <button
        type="button"
        className="tool"
        disabled={past.length === 0}
        onClick={undo}
        title={past.length > 0 ? `Undo: ${past[past.length - 1]!.label} (Ctrl Z)` : "Nothing to undo"}
      >
        <ArrowCounterclockwise aria-hidden /> <span className="visually-hidden">Undo</span>
      </button>
      <button
        type="button"
        className="tool"
        disabled={future.length === 0}
        onClick={redo}
        title={future.length > 0 ? `Redo: ${future[future.length - 1]!.label}` : "Nothing to redo"}
      >
        <ArrowClockwise aria-hidden /> <span className="visually-hidden">Redo</span>
      </button>
      <button type="button" className="tool" onClick={() => onOpen("layer")} data-help={helpOfCommand("new-layer")}>
        <PlusLg aria-hidden /> Layer
      </button>
      <button type="button" className="tool" onClick={() => onOpen("fields")} data-help={helpOfCommand("fields")}>
        Fields <small className="figures">{fields}</small>
      </button>
      <button type="button" className="tool" onClick={() => onOpen("try")} data-help={helpOfCommand("try")}>
        Test values
      </button>
      <button type="button" className="tool" onClick={() => onOpen("versions")} data-help={helpOfCommand("versions")}>
        Versions
      </button>
      <button type="button" className="tool" onClick={() => onOpen("keys")} data-help={helpOfCommand("keys")}>
        Keys
      </button>
      <button
        type="button"
        className="btn btn-primary btn-sm"
        onClick={() => onOpen("publish")}
        data-help={helpOfCommand("publish")}
      >
        Publish …
      </button>
    </header>
  );
}

/** Who else has the draft open just now, and what they hold. */
function AlsoHere() {
  const others = useOthersHere();
  const layers = useBench((state) => state.document.layers);
  if (others.length === 0) return null;
  const heldBy = ({ holding }: SomebodyHere) =>
    holding.flatMap((id) => layers.filter((layer) => layer.id === id).map((layer) => layer.name)).slice(0, 3);
  return (
    <span data-also-here role="status">
      {" "}
      · also here:{" "}
      {others
        .map((one) => {
          const held = heldBy(one);
          return held.length > 0 ? `${one.name} (${held.join(", ")})` : one.name;
        })
        .join("; ")}
    </span>
  );
}

/** What somebody else has just changed here; it goes when it has been read, or with what comes next. */
function JustChanged() {
  const news = useBench((state) => state.news);
  const show = useBench((state) => state.show);
  if (!news) return null;
  const [first, ...more] = news.changes;
  return (
    <>
      <span data-news role="status" title={news.changes.join("\n")}>
        · {news.by} changed: {first}
        {more.length > 0 && ` And ${more.length} more.`}
      </span>
      <button
        data-help={stageDeeds.dismiss.help}
        type="button"
        className="small-button"
        onClick={() => show({ news: undefined })}
      >
        × <span className="visually-hidden">Dismiss</span>
      </button>
    </>
  );
}

function Saved({ state }: { state: SaveState }) {
  switch (state.kind) {
    case "saved":
      return <span data-save="saved">saved</span>;
    case "saving":
      return <span data-save="saving">saving …</span>;
    case "waiting":
      return (
        <span data-save="waiting" className="text-primary fw-semibold" title={state.message}>
          not saved yet; trying again
        </span>
      );
    case "refused":
      return (
        <span data-save="refused" className="text-primary fw-semibold" role="alert">
          not saved: {state.message}
        </span>
      );
    case "conflict":
      return (
        <span data-save="conflict" className="text-primary fw-semibold">
          changed elsewhere
        </span>
      );
  }
}
