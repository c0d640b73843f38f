"use client";
import { useEffect, useRef } from "react";
import type { Design } from "@/core/document/design";
import type { Layer } from "@/core/document/layer";
import type { MoveKind } from "@/core/document/move";
import { addMove, kindsIn, type Phase } from "@/core/edit/moves";
import { putSaved } from "@/core/edit/saved-moves";
import { motionDeeds } from "@/core/facts/inspector-deeds";
import { kindWords, phaseNames } from "@/core/motion/words";
import { useMoves } from "@/ui/moves/use-moves";
import { useBench, useBenchStore } from "../store";
import { useTrial } from "./use-trial";

/** Kinds of moves for a phase: pointed at, the chosen layers show it on the stage; pressed, they keep it. */
export function MovePicker({ layer }: { layer: Layer }) {
  const store = useBenchStore();
  const phase = useBench((state) => state.adding);
  const setPhase = (adding: Phase | undefined) => store.getState().show({ adding });
  const picked = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (!phase) return;
    // The first kind of move is then one Tab away.
    picked.current?.focus();
    picked.current?.scrollIntoView({ block: "nearest" });
  }, [phase]);
  const trial = useTrial();
  const count = useBench((state) => state.chosen.length);
  const chosen = () => {
    const { chosen: ids } = store.getState();
    return ids.includes(layer.id) ? ids : [layer.id];
  };
  const put = (kind: MoveKind, in_: Phase) => (draft: Design) => {
    for (const id of chosen()) {
      const own = draft.layers.find((other) => other.id === id);
      if (own && kindsIn(in_, own).includes(kind)) addMove(draft, id, kind, in_);
    }
  };
  const take = (kind: MoveKind, in_: Phase) => {
    trial.take(`${phaseNames[in_]}: ${kindWords[kind].name.toLowerCase()}`, put(kind, in_));
    const moves = store.getState().document.layers.find(({ id }) => id === layer.id)?.moves ?? [];
    const last = moves[moves.length - 1];
    if (last) store.getState().show({ moves: [last.id] });
    setPhase(undefined);
  };
  return (
    <div className="move-picker mt-8">
      <p className="put-on">
        <span>Add a move</span>
        {(["arrive", "stay", "leave"] as const).map((in_) => (
          <button
            data-help={motionDeeds.movesOfPhase.help}
            key={in_}
            ref={phase === in_ ? picked : undefined}
            type="button"
            className={`chip chip-${in_}`}
            aria-expanded={phase === in_}
            data-add-move={in_}
            onClick={() => setPhase(phase === in_ ? undefined : in_)}
          >
            {phaseNames[in_]}
          </button>
        ))}
      </p>
      {phase && (
        <div
          className="move-picker__kinds bg-body border d-grid gap-2 p-8"
          role="group"
          aria-label={`Kinds of moves: ${phaseNames[phase]}`}
          onPointerLeave={trial.end}
          onKeyDown={(event) => {
            if (event.key !== "Escape") return;
            event.stopPropagation();
            trial.end();
            setPhase(undefined);
          }}
        >
          <p>
            Point at one to preview it on {count > 1 ? `the ${count} chosen layers` : `“${layer.name}”`}; press it to
            add it.
          </p>
          {kindsIn(phase, layer).map((kind) => (
            <button
              data-help={motionDeeds.useMove.help}
              key={kind}
              type="button"
              data-kind={kind}
              onPointerEnter={() => trial.show(put(kind, phase), phase)}
              onFocus={(event) => event.target.matches(":focus-visible") && trial.show(put(kind, phase), phase)}
              onBlur={trial.end}
              onClick={() => take(kind, phase)}
            >
              <i className={`glyph flex-none overflow-hidden position-relative glyph-${kind}`} aria-hidden />
              {kindWords[kind].name}
            </button>
          ))}
          <SavedKinds
            phase={phase}
            layers={chosen}
            show={(recipe) => trial.show(recipe, phase)}
            end={trial.end}
            take={(name, recipe) => {
              trial.take(`Saved move: ${name}`, recipe);
              setPhase(undefined);
            }}
          />
        </div>
      )}
    </div>
  );
}

/** What is kept under names and acts in a phase, among the kinds. */
function SavedKinds({
  phase,
  layers,
  show,
  end,
  take,
}: {
  phase: Phase;
  layers: () => readonly string[];
  show: (recipe: (draft: Design) => void) => void;
  end: () => void;
  take: (name: string, recipe: (draft: Design) => void) => void;
}) {
  const { moves } = useMoves();
  const fitting = moves.filter(
    ({ document }) =>
      document.parts.every(({ role }) => role === undefined) &&
      document.parts.some((part) => part.moves.some((move) => move.phase === phase)),
  );
  if (fitting.length === 0) return null;
  return (
    <>
      <h4>Saved moves</h4>
      {fitting.map(({ id, document }) => {
        const put = (draft: Design) => putSaved(draft, id, document, layers());
        return (
          <button
            data-help={motionDeeds.useSavedMove.help}
            key={id}
            type="button"
            data-saved={id}
            onPointerEnter={() => show(put)}
            onFocus={(event) => event.target.matches(":focus-visible") && show(put)}
            onBlur={end}
            onClick={() => take(document.name, put)}
          >
            <i className="glyph flex-none overflow-hidden position-relative glyph-saved" aria-hidden />
            {document.name}
          </button>
        );
      })}
    </>
  );
}
