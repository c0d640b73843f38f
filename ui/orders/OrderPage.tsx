"use client";
import Link from "next/link";
import { useEffect, useMemo, useRef, useState } from "react";
import { frameToS } from "@/core/document/fps";
import { orderDeeds } from "@/core/facts/order";
import { orderLengthS } from "@/core/order/playable";
import { Notice } from "@/ui/parts/Notice";
import { useUndoKeys } from "@/ui/parts/use-undo-keys";
import { Segments } from "@/ui/parts/Segments";
import { StepsBack } from "@/ui/parts/StepsBack";
import type { StagePlayer } from "@/ui/stage/player";
import type { PlacedParts } from "@/ui/stage/protocol";
import { useStagePlayer, usePlayerView } from "@/ui/stage/use-player";
import { AddDialog } from "./AddDialog";
import { EntryForm } from "./EntryForm";
import { clock, desksOf, formatsOf } from "./names";
import { OnAir } from "./OnAir";
import { OrderFindings } from "./OrderFindings";
import { OrderOut } from "./OrderOut";
import { OrderRows } from "./OrderRows";
import { OrderRules } from "./OrderRules";
import { OrderStage } from "./OrderStage";
import { OrderStrip } from "./OrderStrip";
import { useOrder, useOrderStore } from "./store";

type Side = "entry" | "rules" | "out" | "air";
const sides: readonly { id: Side; label: string }[] = [
  { id: "entry", label: "This graphic" },
  { id: "rules", label: "The whole order" },
  { id: "out", label: "Make files" },
  { id: "air", label: "On the air" },
];

/** What is shown of the order, in the format that is looked at. */
function useOrderScene() {
  const document = useOrder((state) => state.document);
  const releases = useOrder((state) => state.releases);
  const desks = useMemo(() => desksOf(releases), [releases]);
  const formats = useMemo(() => formatsOf(document.entries, releases), [document.entries, releases]);
  const [wanted, setFormat] = useState("");
  const format = formats.find(({ id }) => id === wanted) ?? formats[0];
  const id = format?.id;
  const scene = useMemo(
    () => (id === undefined ? undefined : { order: { order: document, desks, samples: true }, formats: [id] }),
    [document, desks, id],
  );
  return { scene, formats, format, setFormat };
}

/** The picture above, the strip below it, the list of all graphics, and what is being looked at beside them. */
export function OrderPage() {
  const { scene, formats, format, setFormat } = useOrderScene();
  const player = useStagePlayer(scene);
  const stage = usePlayerView(player, (view) => view.stage);
  const placed = stage.kind === "ready" ? stage.formats[0]?.order : undefined;
  const [side, setSide] = useState<Side>("entry");
  const [adding, setAdding] = useState(false);
  useOrderKeys();
  useShowChosen(player, placed);
  return (
    <main className="order">
      <OrderHead placed={placed} />
      <div className="order__desk">
        <OrderStage player={player} placed={placed} formats={formats} format={format} onFormat={setFormat} />
        <section className="order__side" aria-label="Details">
          <Segments label="What is shown" value={side} options={sides} onChange={setSide} small />
          {side === "entry" && <EntryForm />}
          {side === "rules" && <OrderRules />}
          {side === "out" && <OrderOut formats={formats} placed={placed} />}
          {side === "air" && (
            <OnAir formats={formats} showingS={placed && frameToS(placed.showingFrames, placed.fps)} />
          )}
        </section>
      </div>
      <OrderStrip player={player} placed={placed} />
      <OrderFindings placed={placed} />
      <OrderRows placed={placed} onAdd={() => setAdding(true)} onOpen={() => setSide("entry")} />
      {adding && <AddDialog onClose={() => setAdding(false)} />}
    </main>
  );
}

/** Its name, whether it is saved, what can be taken back, and how long it is. */
function OrderHead({ placed }: { placed: PlacedParts | undefined }) {
  const store = useOrderStore();
  const name = useOrder((state) => state.document.name);
  const repeat = useOrder((state) => state.document.repeat);
  const past = useOrder((state) => state.history.past.at(-1));
  const future = useOrder((state) => state.history.future.at(-1));
  const refused = useOrder((state) => state.refused);
  const [typed, setTyped] = useState<string>();
  const keep = () => {
    if (typed?.trim()) store.getState().edit("Rename", (draft) => void (draft.name = typed.trim()));
    setTyped(undefined);
  };
  return (
    <header className="order__head">
      <h1 className="visually-hidden">Running order {name}</h1>
      <p className="trail">
        <Link href="/orders">Running orders</Link>
      </p>
      <div className="align-items-baseline d-flex gap-16">
        <input
          data-help={orderDeeds.orderName.help}
          className="order__name font-serif"
          aria-label={orderDeeds.orderName.label}
          maxLength={120}
          value={typed ?? name}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={keep}
          onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
        />
        <OrderSaved />
        <StepsBack
          past={past}
          future={future}
          onUndo={() => store.getState().undo()}
          onRedo={() => store.getState().redo()}
        />
        {placed && (
          <output className="figures order__total ms-auto">
            {placed.parts.length} on, {clock(frameToS(placed.showingFrames, placed.fps))}
            {(repeat.times > 1 || repeat.beforeS + repeat.afterS > 0) &&
              ` · ${repeat.times > 1 ? `${repeat.times} times, ` : ""}${clock(orderLengthS(orderOf(placed)))} in all`}
          </output>
        )}
      </div>
      {refused && <Notice weight="stop">{refused}</Notice>}
    </header>
  );
}

const orderOf = (placed: PlacedParts) => ({ ...placed, parts: [], issues: [] });

/** A graphic that is chosen, or edited, is shown where it is there: in the middle of its time. */
function useShowChosen(player: StagePlayer, placed: PlacedParts | undefined): void {
  const chosen = useOrder((state) => state.chosen);
  const entry = useOrder((state) => state.document.entries.find(({ id }) => id === state.chosen));
  const latest = useRef(placed);
  useEffect(() => {
    latest.current = placed;
  });
  const part = placed?.parts.find(({ id }) => id === chosen);
  const startS = part && placed ? frameToS(part.startFrame, placed.fps) : undefined;
  useEffect(() => {
    const own = latest.current?.parts.find(({ id }) => id === chosen);
    const { playing, timeS } = player.snapshot();
    if (!own || !latest.current || playing) return;
    const [fromS, lengthS] = [frameToS(own.startFrame, latest.current.fps), frameToS(own.frames, latest.current.fps)];
    if (timeS < fromS + lengthS * 0.2 || timeS > fromS + lengthS * 0.8) player.seek(fromS + lengthS / 2);
  }, [player, chosen, entry, startS]);
}

/** Whether saved; what somebody else has changed meanwhile is asked about. */
function OrderSaved() {
  const store = useOrderStore();
  const save = useOrder((state) => state.save);
  const words = { saved: "saved", saving: "saving …", waiting: "not saved yet; trying again" } as const;
  if (save.kind === "conflict") {
    return (
      <Notice weight="stop">
        {save.theirs.by ?? "Somebody"} changed this order too.{" "}
        <button
          data-help={orderDeeds.useTheirs.help}
          type="button"
          className="chip"
          onClick={() => store.getState().settle("theirs")}
        >
          {orderDeeds.useTheirs.label}
        </button>{" "}
        <button
          data-help={orderDeeds.keepMine.help}
          type="button"
          className="chip"
          onClick={() => store.getState().settle("mine")}
        >
          {orderDeeds.keepMine.label}
        </button>
      </Notice>
    );
  }
  if (save.kind === "refused") return <Notice weight="stop">Not saved: {save.message}</Notice>;
  return (
    <span className="figures quiet" data-save={save.kind}>
      {words[save.kind]}
    </span>
  );
}

/** Undo and redo wherever nothing is being written. */
function useOrderKeys(): void {
  const { undo, redo } = useOrderStore().getState();
  useUndoKeys(undo, redo);
}
