"use client";
import { Form } from "react-bootstrap";
import { orderFacts } from "@/core/facts/order";
import type { RunningOrder } from "@/core/document/order";
import { Segments } from "@/ui/parts/Segments";
import { Figure } from "./Figure";
import { HandOverChoice } from "./HandOverChoice";
import { PauseFigure } from "./PauseFigure";
import { useOrder, useOrderStore } from "./store";

type Lengths = RunningOrder["lengths"]["kind"];

const pauses = [
  { key: "beforeS", label: "Pause before the first showing", about: "Before the first" },
  { key: "pauseS", label: "Pause between two showings", about: "Between showings" },
  { key: "afterS", label: "Pause after the last showing", about: "After the last" },
] as const;

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
      <h3 className="rubric mt-12" data-help={orderFacts.by.help}>
        {orderFacts.by.label}
      </h3>
      <Segments
        label={orderFacts.by.label}
        value={by}
        options={[
          { id: "sequence", label: "One after another" },
          { id: "times", label: "Each at its own time" },
        ]}
        onChange={(kind) => edit("Timing", (draft) => void (draft.by = kind))}
      />
      <p className="quiet fs-13 mt-4 mb-0">
        {by === "sequence"
          ? "Leave one out and the rest close up."
          : "For a long programme: each graphic starts at its own time."}
      </p>
      {by === "sequence" && (
        <>
          <h3 className="rubric mt-16">{orderFacts.handOver.label}</h3>
          <HandOverChoice
            label="How the next graphic follows, in all of the order"
            value={handOver}
            onChange={(next) => next && edit("Hand-over", (draft) => void (draft.handOver = next))}
          />
        </>
      )}
      <h3 className="rubric mt-16">{orderFacts.lengths.label}</h3>
      <div data-help={orderFacts.lengths.help} className="align-items-center d-flex flex-wrap gap-8">
        <Form.Select
          size="sm"
          className="w-auto"
          aria-label={orderFacts.lengths.label}
          value={lengths.kind}
          onChange={(event) => setLengths(event.target.value)}
        >
          <option value="own">as it is filled in</option>
          <option value="equal">the same for all, each</option>
          <option value="shared">the same for all, together</option>
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
      <h3 className="rubric mt-16">{orderFacts.times.label}</h3>
      <div data-help={orderFacts.times.help} className="align-items-center d-flex flex-wrap gap-8">
        <Figure
          label="Number of showings"
          value={repeat.times}
          min={1}
          max={10000}
          step={1}
          unit={repeat.times === 1 ? "time" : "times"}
          onChange={(times) => edit("How often", (draft) => void (draft.repeat.times = Math.round(times)))}
        />
      </div>
      <h3 className="rubric mt-16">{orderFacts.pauses.label}</h3>
      <div className="d-grid gap-6" data-help={orderFacts.pauses.help}>
        {pauses
          .filter(({ key }) => key !== "pauseS" || repeat.times > 1)
          .map(({ key, label, about }) => (
            <span key={key} className="align-items-center d-flex flex-wrap gap-8">
              {about}
              <PauseFigure
                label={label}
                valueS={repeat[key]}
                onChange={(valueS) => edit(label, (draft) => void (draft.repeat[key] = valueS))}
              />
            </span>
          ))}
      </div>
      <p className="quiet fs-13 mt-4 mb-0">
        Repeats cost hardly any render time. For endless repeats use a live page with a schedule.
      </p>
    </div>
  );
}
