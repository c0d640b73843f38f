"use client";
import { useState } from "react";
import type { Design } from "@/core/document/design";
import { freshId } from "@/core/edit/blank";
import { allMoves } from "@/core/edit/moves";
import { keepRoles, putSaved } from "@/core/edit/saved-moves";
import { applySet, motionSets } from "@/core/motion/sets";
import { useMoves } from "@/ui/moves/use-moves";
import { useBench, useBenchStore } from "../store";
import { Keep } from "./SaveMove";
import { useTrial } from "./use-trial";

const put = (set: string) => (draft: Design) => {
  const taken = new Set(allMoves(draft).map(({ id }) => id));
  applySet(draft, set, (wanted) => {
    const id = freshId(wanted.slice(0, 40), taken);
    taken.add(id);
    return id;
  });
};

/** Motion for the whole design in one press: every layer gets what fits its part. Pointed at, it is tried. */
export function MotionSets() {
  const trial = useTrial();
  const store = useBenchStore();
  const moving = useBench((state) => state.document.layers.filter(({ moves }) => moves.length > 0).length);
  const [keeping, setKeeping] = useState(false);
  const { moves } = useMoves();
  const kept = moves.filter(({ document }) => document.parts.some(({ role }) => role !== undefined));
  return (
    <section className="leaf" aria-label="Motion of everything">
      <h3 className="rubric">Motion of everything</h3>
      <p className="leaf__say">Gives every layer a fitting arrive, stay and leave. Point to try, press to keep.</p>
      <div
        className="motion-sets d-grid gap-2"
        role="group"
        aria-label="Motion of everything"
        onPointerLeave={trial.end}
      >
        {motionSets.map(({ id, name, about }) => (
          <button
            key={id}
            type="button"
            onPointerEnter={() => trial.show(put(id), "arrive")}
            onFocus={(event) => event.target.matches(":focus-visible") && trial.show(put(id), "arrive")}
            onBlur={trial.end}
            onClick={() => trial.take(`Motion: ${name}`, put(id))}
          >
            <b>{name}</b> {about}
          </button>
        ))}
        {kept.map(({ id, document }) => {
          const wear = (draft: Design) => putSaved(draft, id, document, []);
          return (
            <button
              key={id}
              type="button"
              onPointerEnter={() => trial.show(wear, "arrive")}
              onFocus={(event) => event.target.matches(":focus-visible") && trial.show(wear, "arrive")}
              onBlur={trial.end}
              onClick={() => trial.take(`Motion: ${document.name}`, wear)}
            >
              <b>{document.name}</b> Kept under this name
            </button>
          );
        })}
      </div>
      <p className="put-on">
        <button type="button" className="chip" disabled={moving === 0} onClick={() => setKeeping(!keeping)}>
          Keep this design’s motion …
        </button>
      </p>
      {keeping && (
        <Keep
          suggestion="Motion of everything"
          make={(name, tags) => keepRoles(name, tags, store.getState().document)}
          marks={[]}
          onDone={() => setKeeping(false)}
        />
      )}
    </section>
  );
}
