"use client";
import { Clipboard, ClipboardCheck, Trash } from "react-bootstrap-icons";
import type { Layer } from "@/core/document/layer";
import { removeMoves, type Phase } from "@/core/edit/moves";
import { inspectorDeeds } from "@/core/facts/inspector-deeds";
import { phaseNames } from "@/core/motion/words";
import { copyMotion, pasteMotion } from "../motion/carry";
import { KeyRows } from "../motion/KeyRows";
import { MeterRows } from "../motion/MeterRows";
import { MovePicker } from "../motion/MovePicker";
import { MoveSentence } from "../motion/MoveSentence";
import { SaveMove } from "../motion/SaveMove";
import { useBench, useBenchStore } from "../store";
import { ToggleRow } from "./rows";

const phases: readonly Phase[] = ["arrive", "stay", "leave"];

/** What the layer does in time, as sentences; and what it shows of the time. */
export function MotionSection({ layer }: { layer: Layer }) {
  const store = useBenchStore();
  const leave = useBench((state) => state.document.leave);
  const blur = useBench((state) => state.document.motionBlur !== undefined);
  const { edit } = store.getState();
  const chosen = () => {
    const { chosen: ids } = store.getState();
    return ids.includes(layer.id) ? ids : [layer.id];
  };
  const arrives = layer.moves.some(({ phase }) => phase === "arrive");
  const leaves = layer.moves.some(({ phase }) => phase === "leave");
  return (
    <section className="leaf" aria-label="Motion">
      <h3 className="rubric">
        Motion
        <span className="rubric__tools">
          <button
            type="button"
            className="small-button"
            title="Copy the motion of this layer"
            disabled={layer.moves.length === 0 && layer.keys.length === 0}
            onClick={() => copyMotion(layer)}
          >
            <Clipboard aria-hidden /> <span className="visually-hidden">Copy the motion</span>
          </button>
          <button
            type="button"
            className="small-button"
            title="Paste the motion on all selected layers"
            onClick={() => pasteMotion(store, chosen())}
          >
            <ClipboardCheck aria-hidden /> <span className="visually-hidden">Paste motion</span>
          </button>
          <button
            type="button"
            className="small-button"
            title="Remove all moves of the selected layers"
            disabled={layer.moves.length === 0}
            onClick={() =>
              edit("Remove all moves", (draft) => {
                const ids = chosen();
                const own = draft.layers.filter(({ id }) => ids.includes(id)).flatMap(({ moves }) => moves);
                removeMoves(draft, new Set(own.map(({ id }) => id)));
              })
            }
          >
            <Trash aria-hidden /> <span className="visually-hidden">Remove all moves</span>
          </button>
          {layer.moves.length > 1 && <SaveMove layer={layer} moves={layer.moves} />}
        </span>
      </h3>
      {layer.moves.length === 0 && <p className="leaf__say">No motion.</p>}
      {phases.map((phase) => {
        const moves = layer.moves.filter((move) => move.phase === phase);
        if (moves.length === 0 && (phase !== "leave" || !arrives)) return null;
        return (
          <div key={phase} className={`says my-6 mx-0 says-${phase}`}>
            <h4>{phaseNames[phase]}</h4>
            {moves.length === 0 ? (
              <p className="leaf__say">
                {leave === "together" ? "Fades with all the others." : "Leaves as it arrives, backwards."}
              </p>
            ) : (
              <ul>
                {moves.map((move) => (
                  <MoveSentence key={move.id} layer={layer} move={move} />
                ))}
              </ul>
            )}
          </div>
        );
      })}
      {leaves && arrives && (
        <p className="put-on">
          <button
            data-help={inspectorDeeds.mirrorArrive.help}
            type="button"
            className="chip"
            onClick={() =>
              edit("Mirror arrive", (draft) =>
                removeMoves(draft, new Set(layer.moves.filter((m) => m.phase === "leave").map(({ id }) => id))),
              )
            }
          >
            {inspectorDeeds.mirrorArrive.label}
          </button>
        </p>
      )}
      <MovePicker layer={layer} />
      {blur && layer.moves.length > 0 && <ToggleRow layer={layer} path="motionBlur" />}
      <MeterRows layer={layer} />
      <KeyRows layer={layer} />
    </section>
  );
}
