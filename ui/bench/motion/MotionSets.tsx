"use client";
import { useState } from "react";
import type { Design } from "@/core/document/design";
import { freshMoveIds } from "@/core/edit/moves";
import { keepRoles, putSaved } from "@/core/edit/saved-moves";
import { motionDeeds } from "@/core/facts/inspector-deeds";
import { applySet, characters, motionSets, type Character } from "@/core/motion/sets";
import { useMoves } from "@/ui/moves/use-moves";
import { useBench, useBenchStore } from "../store";
import { Keep } from "./SaveMove";
import { useTrial } from "./use-trial";

const put = (set: string, character: Character) => (draft: Design) =>
  applySet(draft, set, freshMoveIds(draft), { character });

/** Motion for the whole design in one press: every layer gets what fits its part. Pointed at, it is tried. */
export function MotionSets() {
  const trial = useTrial();
  const store = useBenchStore();
  const moving = useBench((state) => state.document.layers.filter(({ moves }) => moves.length > 0).length);
  const [keeping, setKeeping] = useState(false);
  const { moves } = useMoves();
  const kept = moves.filter(({ document }) => document.parts.some(({ role }) => role !== undefined));
  return (
    <section className="leaf" aria-label="Motion for all layers">
      <h3 className="rubric">Motion for all layers</h3>
      <p className="leaf__say">
        Gives every layer a fitting arrive, stay and leave, also calm or crisp. Point at one to preview it, press it to
        use it.
      </p>
      <div
        className="motion-sets d-grid gap-2"
        role="group"
        aria-label="Motion for all layers"
        onPointerLeave={trial.end}
      >
        {motionSets.map(({ id, name, about }) => (
          <div key={id} className="d-flex gap-2">
            {characters.map((manner) => {
              const wear = put(id, manner.id);
              const isPlain = manner.id === "lively";
              return (
                <button
                  key={manner.id}
                  type="button"
                  className={isPlain ? "flex-1 order-first" : "motion-sets__manner"}
                  title={manner.about}
                  aria-label={isPlain ? undefined : `${name}, ${manner.name.toLowerCase()}`}
                  onPointerEnter={() => trial.show(wear, "arrive")}
                  onFocus={(event) => event.target.matches(":focus-visible") && trial.show(wear, "arrive")}
                  onBlur={trial.end}
                  onClick={() => trial.take(`Motion: ${name}${isPlain ? "" : `, ${manner.name.toLowerCase()}`}`, wear)}
                >
                  {isPlain ? (
                    <>
                      <b>{name}</b> {about}
                    </>
                  ) : (
                    manner.name
                  )}
                </button>
              );
            })}
          </div>
        ))}
        {kept.map(({ id, document }) => {
          const wear = (draft: Design) => putSaved(draft, id, document, []);
          return (
            <button
              data-help={motionDeeds.useMotion.help}
              key={id}
              type="button"
              onPointerEnter={() => trial.show(wear, "arrive")}
              onFocus={(event) => event.target.matches(":focus-visible") && trial.show(wear, "arrive")}
              onBlur={trial.end}
              onClick={() => trial.take(`Motion: ${document.name}`, wear)}
            >
              <b>{document.name}</b> Saved
            </button>
          );
        })}
      </div>
      <p className="put-on">
        <button
          data-help={motionDeeds.saveMotion.help}
          type="button"
          className="chip"
          disabled={moving === 0}
          onClick={() => setKeeping(!keeping)}
        >
          {motionDeeds.saveMotion.label}
        </button>
      </p>
      {keeping && (
        <Keep
          suggestion="Motion for all layers"
          make={(name, tags) => keepRoles(name, tags, store.getState().document)}
          marks={[]}
          onDone={() => setKeeping(false)}
        />
      )}
    </section>
  );
}
