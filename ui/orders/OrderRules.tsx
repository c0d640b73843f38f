"use client";
import { Form } from "react-bootstrap";
import type { RunningOrder } from "@/core/document/order";
import { Segments } from "@/ui/parts/Segments";
import { Figure } from "./Figure";
import { HandOverChoice } from "./HandOverChoice";
import { useOrder, useOrderStore } from "./store";

type Lengths = RunningOrder["lengths"]["kind"];

/** What holds for all graphics of the order: how they follow one another, how long they are, how often it is shown. */
export function OrderRules() {
  const store = useOrderStore();
  const { by, lengths, handOver, repeat } = useOrder((state) => state.document);
  const edit = (label: string, recipe: (draft: RunningOrder) => void) =>
    store.getState().edit(label, recipe, `rule ${label}`);
  const setLengths = (kind: string) =>
    edit("Lengths", (draft) => {
      const before = "seconds" in draft.lengths ? draft.lengths.seconds : 5;
      draft.lengths = kind === "own" ? { kind } : { kind: kind as Exclude<Lengths, "own">, seconds: before };
    });
  return (
    <div className="order-rules">
      <h3 className="rubric mt-12">How they follow</h3>
      <Segments
        label="How they follow"
        value={by}
        options={[
          { id: "sequence", label: "One after another" },
          { id: "times", label: "Each at its own time" },
        ]}
        onChange={(kind) => edit("How they follow", (draft) => void (draft.by = kind))}
      />
      <p className="quiet fs-13 mt-4 mb-0">
        {by === "sequence"
          ? "Switch one off, and the rest close up."
          : "Over a long programme: each comes at its second, whatever the others do."}
      </p>
      {by === "sequence" && (
        <>
          <h3 className="rubric mt-16">The next comes</h3>
          <HandOverChoice
            label="How the next comes, in all of the order"
            value={handOver}
            onChange={(next) => next && edit("Hand-over", (draft) => void (draft.handOver = next))}
          />
        </>
      )}
      <h3 className="rubric mt-16">How long each lasts</h3>
      <div className="align-items-center d-flex flex-wrap gap-8">
        <Form.Select
          size="sm"
          className="w-auto"
          aria-label="How long each lasts"
          value={lengths.kind}
          onChange={(event) => setLengths(event.target.value)}
        >
          <option value="own">as it is filled in</option>
          <option value="equal">all alike, each</option>
          <option value="shared">all alike, together</option>
        </Form.Select>
        {lengths.kind !== "own" && (
          <Figure
            label="Seconds"
            value={lengths.seconds}
            min={0.1}
            max={lengths.kind === "equal" ? 3600 : 86400}
            step={0.5}
            unit="s"
            onChange={(seconds) =>
              edit("Lengths", (draft) => void ("seconds" in draft.lengths && (draft.lengths.seconds = seconds)))
            }
          />
        )}
      </div>
      <h3 className="rubric mt-16">How often</h3>
      <div className="align-items-center d-flex flex-wrap gap-8">
        <Figure
          label="How often it is shown"
          value={repeat.times}
          min={1}
          max={10000}
          step={1}
          unit={repeat.times === 1 ? "time" : "times"}
          onChange={(times) => edit("How often", (draft) => void (draft.repeat.times = Math.round(times)))}
        />
        {repeat.times > 1 && (
          <>
            with a pause of
            <Figure
              label="Pause between two showings"
              value={repeat.pauseS}
              min={0}
              max={3600}
              step={1}
              unit="s"
              onChange={(pauseS) => edit("Pause", (draft) => void (draft.repeat.pauseS = pauseS))}
            />
          </>
        )}
      </div>
      <p className="quiet fs-13 mt-4 mb-0">
        A file of many showings takes the painting of one. Without end, on a schedule, it runs on the air.
      </p>
    </div>
  );
}
