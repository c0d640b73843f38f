"use client";
import { memo, useState, type KeyboardEvent, type ReactNode } from "react";
import {
  BorderMiddle,
  ChevronDown,
  ChevronRight,
  Eye,
  EyeSlash,
  InputCursorText,
  Lock,
  Unlock,
} from "react-bootstrap-icons";
import type { Layer } from "@/core/document/layer";
import { BitmapCanvas } from "@/ui/parts/BitmapCanvas";
import { stepLayer } from "@/core/edit/layers";
import { stageDeeds } from "@/core/facts/bench-deeds";
import { inspectorDeeds } from "@/core/facts/inspector-deeds";
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
  readonly thumb: ImageBitmap | undefined;
}

type Switch = "hidden" | "locked";
const switchLabels: Readonly<Record<Switch, string>> = { hidden: "Hide or show", locked: "Lock or unlock" };

function useSwitch(id: string): (key: Switch) => void {
  const store = useBenchStore();
  return (key) =>
    store.getState().edit(switchLabels[key], (draft) => {
      const own = draft.layers.find((layer) => layer.id === id);
      if (own) own[key] = !own[key];
    });
}

/** Keys on a row: up and down go on or change the order, left and right fold, Enter chooses, F2 renames, H and L switch. */
function useRowKeys(props: RowProps, rename: () => void) {
  const { layer, folded, onFold, order } = props;
  const store = useBenchStore();
  const take = useTaking(layer.id, order);
  const toggle = useSwitch(layer.id);
  const step = (event: KeyboardEvent<HTMLElement>, by: 1 | -1) => {
    // The strip lists from top to bottom, the document paints from bottom to top.
    if (event.altKey) return store.getState().edit("Order", (draft) => stepLayer(draft, layer.id, by === -1 ? 1 : -1));
    const next = order[order.indexOf(layer.id) + by];
    event.currentTarget.parentElement?.querySelector<HTMLElement>(`[data-row="${next}"]`)?.focus();
  };
  return (event: KeyboardEvent<HTMLElement>) => {
    if (event.target !== event.currentTarget) return;
    const way = { ArrowUp: -1, ArrowDown: 1 }[event.key] as 1 | -1 | undefined;
    const folds = layer.kind === "group" && event.key === (folded ? "ArrowRight" : "ArrowLeft");
    if (way || folds) {
      event.preventDefault();
      event.stopPropagation();
    }
    if (way) step(event, way);
    else if (folds) onFold(layer.id);
    else if (event.key === "Enter") take(event.ctrlKey || event.metaKey, event.shiftKey);
    else if (event.key === "F2") rename();
    else if (event.key === "h") toggle("hidden");
    else if (event.key === "l") toggle("locked");
  };
}

/** One layer: its name and switches, and its moves on the papers. */
export const StripRow = memo(function StripRow(props: RowProps) {
  const { layer, depth, folded, over } = props;
  const chosen = useBench((state) => state.chosen.includes(layer.id));
  const [renaming, setRenaming] = useState(false);
  const keys = useRowKeys(props, () => setRenaming(true));
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
      <RowName {...props} renaming={renaming} onRenaming={setRenaming} />
      <Lane layer={layer} papers={props.papers} ownLeaveS={props.ownLeaveS} bars={props.bars} ticks={props.ticks} />
    </div>
  );
});

function RowName(props: RowProps & { renaming: boolean; onRenaming: (on: boolean) => void }) {
  const { layer, depth, folded, onFold, onDrag, order, renaming, onRenaming } = props;
  const take = useTaking(layer.id, order);
  const toggle = useSwitch(layer.id);
  const { name, hidden, locked } = layer;
  return (
    <div
      className="strip__name align-items-center d-flex flex-none gap-4 pe-8"
      style={{ paddingLeft: 8 + depth * 14 }}
      draggable={!renaming}
      onDragStart={(event) => {
        event.dataTransfer.setData("text/plain", name);
        onDrag(layer.id);
      }}
      onDragEnd={() => onDrag(undefined)}
    >
      {layer.kind === "group" ? (
        <RowButton label={folded ? "Unfold" : "Fold"} press={() => onFold(layer.id)}>
          {folded ? <ChevronRight aria-hidden /> : <ChevronDown aria-hidden />}
        </RowButton>
      ) : (
        <i className="strip__dot" aria-hidden />
      )}
      <LayerThumb picture={props.thumb} guide={layer.guide === true} />
      {renaming ? (
        <NameBox layer={layer} onDone={() => onRenaming(false)} />
      ) : (
        <button
          data-help={stageDeeds.selectThis.help}
          type="button"
          className="strip__choose bg-none border-0 flex-1 overflow-hidden p-0 text-start text-ellipsis text-nowrap"
          tabIndex={-1}
          onClick={(event) => take(event.ctrlKey || event.metaKey, event.shiftKey)}
          onDoubleClick={() => onRenaming(true)}
        >
          {name}
        </button>
      )}
      <Filled id={layer.id} />
      <RowButton label={`${hidden ? "Show" : "Hide"} ${name}`} title="H" on={hidden} press={() => toggle("hidden")}>
        {hidden ? <EyeSlash aria-hidden /> : <Eye aria-hidden />}
      </RowButton>
      <RowButton label={`${locked ? "Unlock" : "Lock"} ${name}`} title="L" on={locked} press={() => toggle("locked")}>
        {locked ? <Lock aria-hidden /> : <Unlock aria-hidden />}
      </RowButton>
    </div>
  );
}

/** What a layer looks like by itself, over a ground that dark and light are seen on. */
function LayerThumb({ picture, guide }: { picture: ImageBitmap | undefined; guide: boolean }) {
  if (guide) return <BorderMiddle className="strip__thumb is-guide flex-none" aria-label="Guide" />;
  return (
    <span className="strip__thumb flex-none overflow-hidden">{picture && <BitmapCanvas picture={picture} />}</span>
  );
}

function RowButton(props: { label: string; title?: string; on?: boolean; press: () => void; children: ReactNode }) {
  const { label, title, on, press, children } = props;
  return (
    <button
      type="button"
      className="small-button"
      tabIndex={-1}
      aria-pressed={on}
      aria-label={label}
      title={title}
      onClick={press}
    >
      {children}
    </button>
  );
}

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
  return filled ? <InputCursorText className="text-verdigris" title="Filled in by a field" /> : null;
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
      data-help={inspectorDeeds.layerName.help}
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
