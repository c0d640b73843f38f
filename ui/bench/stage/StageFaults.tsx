"use client";
import { isBreaking } from "@/core/checks/findings";
import { remediesOf } from "@/core/edit/design-faults";
import { stageDeeds } from "@/core/facts/bench-deeds";
import type { Issue } from "@/core/issue";
import { messageOf } from "@/core/messages";
import { Notice } from "@/ui/parts/Notice";
import type { StageState } from "@/ui/stage/view";
import { useBench, useBenchStore } from "../store";

/** What the stage leaves out because it can't be shown, each once, whichever formats it is in. */
function faultsOf(stage: StageState): readonly Issue[] {
  if (stage.kind === "fault") return [stage.issue];
  if (stage.kind !== "ready") return [];
  const all = stage.formats.flatMap(({ issues }) => issues.filter(isBreaking));
  return [...new Map(all.map((issue) => [JSON.stringify(issue), issue])).values()];
}

/** What is wrong with the design, in words, and what cures it; the rest of it is shown meanwhile. */
export function StageFaults({ stage }: { stage: StageState }) {
  const store = useBenchStore();
  const design = useBench((state) => state.document);
  const house = useBench((state) => state.house);
  const undoable = useBench((state) => state.history.past.length > 0);
  const nameOf = (id: string) => design.layers.find((layer) => layer.id === id)?.name ?? id;
  const { edit, undo, choose } = store.getState();
  const faults = faultsOf(stage).map((issue) => {
    const layer = "layer" in issue ? issue.layer : "layers" in issue ? issue.layers[0] : undefined;
    return (
      <Notice key={JSON.stringify(issue)} weight="stop">
        {messageOf(issue, nameOf)}{" "}
        <span className="chips d-inline-flex">
          {remediesOf(design, house, issue).map(({ label, apply }) => (
            <button
              data-help={stageDeeds.applyFix.help}
              key={label}
              type="button"
              className="chip"
              onClick={() => edit(label, apply)}
            >
              {label}
            </button>
          ))}
          {undoable && (
            <button data-help={stageDeeds.undoChange.help} type="button" className="chip" onClick={undo}>
              {stageDeeds.undoChange.label}
            </button>
          )}
          {design.layers.some(({ id }) => id === layer) && (
            <button
              data-help={stageDeeds.selectLayer.help}
              type="button"
              className="chip"
              onClick={() => choose([layer!])}
            >
              {stageDeeds.selectLayer.label}
            </button>
          )}
        </span>
      </Notice>
    );
  });
  return faults.length > 0 && <div className="bench-stage__faults d-grid flex-none gap-4">{faults}</div>;
}
