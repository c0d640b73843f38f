"use client";
import type { FallbackProps } from "react-error-boundary";
import { stageDeeds } from "@/core/facts/bench-deeds";
import { useBench } from "./store";

/** In place of a bench whose screen could not be drawn: the design, its history and its saving go on without it. */
export function FallenDesk({ resetErrorBoundary }: FallbackProps) {
  const last = useBench(({ history }) => history.past[history.past.length - 1]?.label);
  const undo = useBench((state) => state.undo);
  const saved = useBench((state) => state.save.kind === "saved");
  return (
    <main className="page">
      <div className="page__head">
        <h1>The bench could not be drawn</h1>
        <p>
          Something on this screen went wrong; it is our mistake. The design and everything you did to it are still here
          {saved ? ", and saved" : ""}.
        </p>
      </div>
      {last !== undefined && (
        <button
          data-help={stageDeeds.undoFault.help}
          type="button"
          className="btn btn-primary"
          onClick={() => {
            undo();
            resetErrorBoundary();
          }}
        >
          Undo “{last}” and continue
        </button>
      )}{" "}
      <button
        data-help={stageDeeds.continueFault.help}
        type="button"
        className="btn btn-outline-dark"
        onClick={resetErrorBoundary}
      >
        {stageDeeds.continueFault.label}
      </button>
    </main>
  );
}
