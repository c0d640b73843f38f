"use client";
import { memo, useState, type KeyboardEvent } from "react";
import { ChevronDown, ChevronRight, Eye, EyeSlash, InputCursorText, Lock, Unlock } from "react-bootstrap-icons";
import type { Layer } from "@/core/document/layer";
import { stepLayer } from "@/core/edit/layers";
import type { KeyTick, MoveBar } from "@/ui/stage/protocol";
import { useBench, useBenchStore } from "../store";
import { Lane } from "./Lane";
import type { Papers } from "./papers";

interface RowProps {
  readonly layer: Layer;
  readonly depth: number;
  readonly folded: boolean;
  readonly onFold: (id: string) => void;
  /** Where what is pulled would come to lie, if beside this row. */
  readonly over: "above" | "below" | undefined;
  readonly onDrag: (id: string | undefined) => void;
  readonly papers: Papers;
  readonly ownLeaveS: number;
  readonly bars: readonly MoveBar[];
  readonly ticks: readonly KeyTick[];
  readonly order: readonly string[];
}

/** One layer: its name and switches, and its moves on the papers. */
export const StripRow = memo(function StripRow(props: RowProps) {
  const { layer, depth, folded, onFold, over, onDrag, order } = props;
  const store = useBenchStore();
  const chosen = useBench((state) => state.chosen.includes(layer.id));
  const [renaming, setRenaming] = useState(false);
  const { edit } = store.getState();
  const toggle = (key: "hidden" | "locked", label: string) =>
    edit(label, (draft) => {
      const own = draft.layers.find(({ id }) => id === layer.id);
      if (own) own[key] = !own[key];
    });
  const take = useTaking(layer.id, order);
  const keys = (event: KeyboardEvent<HTMLElement>) => {
    if (event.target !== event.currentTarget) return;
    const up = event.key === "ArrowUp";
    if (up || event.key === "ArrowDown") {
      event.preventDefault();
      event.stopPropagation();
      // The strip lists from top to bottom, the document paints from bottom to top.
      if (event.altKey) edit("Order", (draft) => stepLayer(draft, layer.id, up ? 1 : -1));
      else {
        const next = event.currentTarget.parentElement?.querySelector<HTMLElement>(
          `[data-row="${order[order.indexOf(layer.id) + (up ? -1 : 1)]}"]`,
        );
        next?.focus();
      }
    } else if (event.key === "Enter") take(event.ctrlKey || event.metaKey, event.shiftKey);
    else if (event.key === "F2") setRenaming(true);
    else if (
      layer.kind === "group" &&
      ((event.key === "ArrowLeft" && !folded) || (event.key === "ArrowRight" && folded))
    ) {
      event.preventDefault();
      event.stopPropagation();
      onFold(layer.id);
    } else if (event.key === "h") toggle("hidden", "Hide or show");
    else if (event.key === "l") toggle("locked", "Lock or free");
  };
  return (
    <div
      className={`strip__row${chosen ? " is-chosen" : ""}${over ? ` is-over-${over}` : ""}${layer.hidden ? " is-hidden" : ""}`}
      role="treeitem"
      aria-selected={chosen}
      aria-level={depth + 1}
      aria-label={layer.name}
      {...(layer.kind === "group" ? { "aria-expanded": !folded } : {})}
      tabIndex={0}
      data-row={layer.id}
      onKeyDown={keys}
    >
      <div
        className="strip__name"
        style={{ paddingLeft: 8 + depth * 14 }}
        draggable={!renaming}
        onDragStart={(event) => {
          event.dataTransfer.setData("text/plain", layer.name);
          onDrag(layer.id);
        }}
        onDragEnd={() => onDrag(undefined)}
      >
        {layer.kind === "group" ? (
          <button
            type="button"
            className="small-button"
            tabIndex={-1}
            onClick={() => onFold(layer.id)}
            aria-label={folded ? "Unfold" : "Fold"}
          >
            {folded ? <ChevronRight aria-hidden /> : <ChevronDown aria-hidden />}
          </button>
        ) : (
          <i className="strip__dot" aria-hidden />
        )}
        {renaming ? (
          <NameBox layer={layer} onDone={() => setRenaming(false)} />
        ) : (
          <button
            type="button"
            className="strip__choose"
            tabIndex={-1}
            onClick={(event) => take(event.ctrlKey || event.metaKey, event.shiftKey)}
            onDoubleClick={() => setRenaming(true)}
          >
            {layer.name}
          </button>
        )}
        <Filled id={layer.id} />
        <button
          type="button"
          className="small-button"
          tabIndex={-1}
          aria-pressed={layer.hidden}
          aria-label={layer.hidden ? `Show ${layer.name}` : `Hide ${layer.name}`}
          title="H"
          onClick={() => toggle("hidden", "Hide or show")}
        >
          {layer.hidden ? <EyeSlash aria-hidden /> : <Eye aria-hidden />}
        </button>
        <button
          type="button"
          className="small-button"
          tabIndex={-1}
          aria-pressed={layer.locked}
          aria-label={layer.locked ? `Free ${layer.name}` : `Lock ${layer.name}`}
          title="L"
          onClick={() => toggle("locked", "Lock or free")}
        >
          {layer.locked ? <Lock aria-hidden /> : <Unlock aria-hidden />}
        </button>
      </div>
      <Lane layer={layer} papers={props.papers} ownLeaveS={props.ownLeaveS} bars={props.bars} ticks={props.ticks} />
    </div>
  );
});

/** Chooses a layer, or gives it to whoever asks to be pointed at one. */
function useTaking(id: string, order: readonly string[]): (extend: boolean, range: boolean) => void {
  const store = useBenchStore();
  return (extend, range) => {
    const { chosen: before, pointing, choose, show } = store.getState();
    if (pointing) {
      pointing.take(id);
      show({ pointing: undefined });
    } else if (range && before.length > 0) {
      const ends = [order.indexOf(before[before.length - 1]!), order.indexOf(id)].sort((x, y) => x - y);
      choose([...new Set([...before, ...order.slice(ends[0], ends[1]! + 1)])]);
    } else if (extend) choose(before.includes(id) ? before.filter((other) => other !== id) : [...before, id]);
    else choose([id]);
  };
}

function Filled({ id }: { id: string }) {
  const filled = useBench((state) => state.document.fields.some((field) => field.drives.some((d) => d.layer === id)));
  return filled ? <InputCursorText className="strip__filled" title="Filled in by a field" /> : null;
}

function NameBox({ layer, onDone }: { layer: Layer; onDone: () => void }) {
  const store = useBenchStore();
  const rename = (name: string) => {
    onDone();
    if (name.trim() === "" || name === layer.name) return;
    store.getState().edit("Rename", (draft) => {
      const own = draft.layers.find(({ id }) => id === layer.id);
      if (own) own.name = name.trim().slice(0, 80);
    });
  };
  return (
    <input
      type="text"
      autoFocus
      aria-label="Name"
      defaultValue={layer.name}
      onFocus={(event) => event.target.select()}
      onBlur={(event) => rename(event.target.value)}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === "Enter") event.currentTarget.blur();
        if (event.key === "Escape") onDone();
      }}
    />
  );
}
