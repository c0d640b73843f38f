"use client";
import type { Layer } from "@/core/document/layer";
import { sentenceOf } from "@/core/motion/sentence";
import { useBench } from "../store";

/** What the layer does in time, in words. */
export function MotionSection({ layer }: { layer: Layer }) {
  const document = useBench((state) => state.document);
  return (
    <section className="leaf" aria-label="Motion">
      <h3 className="rubric">Motion</h3>
      {layer.moves.length === 0 ? (
        <p className="leaf__say">It is simply there.</p>
      ) : (
        <ul className="leaf__list">
          {layer.moves.map((move) => (
            <li key={move.id}>{sentenceOf(document, move)}</li>
          ))}
        </ul>
      )}
    </section>
  );
}
