"use client";
import { designFacts } from "@/core/facts/design";
import { useState } from "react";
import type { Design } from "@/core/document/design";
import { frameRates, rateName } from "@/core/document/fps";
import { inspectorDeeds } from "@/core/facts/inspector-deeds";
import { WordsInput } from "@/ui/parts/WordsInput";
import { useBench, useBenchStore } from "../store";
import { MotionSets } from "../motion/MotionSets";
import { FinishRows } from "./FinishRows";
import { NumberBox } from "./NumberBox";
import { Choice, Row, NumberLine } from "./rows";

type Put = (label: string, part: Partial<Design>, merge?: boolean) => void;

/** Changes what stands at the top of the document. */
function usePut(): Put {
  const store = useBenchStore();
  return (label, part, merge) =>
    store.getState().edit(label, (draft) => void Object.assign(draft, part), merge ? label : undefined);
}

/** The design as a whole: its name, formats, length, finish, and what the filler is told. */
export function DesignPage() {
  const document = useBench((state) => state.document);
  const put = usePut();
  return (
    <div className="leaf-page">
      <WordsInput
        className="leaf-page__name bg-none font-serif fs-20 fw-semibold p-0 w-100"
        label="Name of the design"
        value={document.name}
        maxLength={80}
        onChange={(name) => put("Rename the design", { name }, true)}
      />
      <p className="leaf__say">Select a layer on the stage or in the timeline to see its settings.</p>
      <section className="leaf" aria-label="About">
        <h3 className="rubric">About</h3>
        <textarea
          data-help={inspectorDeeds.designAbout.help}
          rows={2}
          maxLength={500}
          className="form-control form-control-sm"
          aria-label={inspectorDeeds.designAbout.label}
          placeholder="What it is for, in a sentence"
          value={document.about}
          onChange={(event) => put("About", { about: event.target.value }, true)}
        />
      </section>
      <FormatsSection />
      <ExportsSection />
      <LengthSection />
      <MotionSets />
      <ReadingSection />
      <FinishSection />
      <section className="leaf" aria-label="Notes for people who fill in">
        <h3 className="rubric">Notes for people who fill in</h3>
        <textarea
          data-help={inspectorDeeds.designNotes.help}
          rows={3}
          maxLength={1000}
          className="form-control form-control-sm"
          aria-label={inspectorDeeds.designNotes.label}
          value={document.notes}
          onChange={(event) => put("Notes", { notes: event.target.value }, true)}
        />
      </section>
    </div>
  );
}

function FormatsSection() {
  const house = useBench((state) => state.house);
  const chosen = useBench((state) => state.document.formats);
  const put = usePut();
  const toggleFormat = (id: string, on: boolean) => {
    const formats = house.formats.map((format) => format.id).filter((f) => (f === id ? on : chosen.includes(f)));
    if (formats.length > 0) put("Formats", { formats });
  };
  return (
    <section className="leaf" aria-label="Formats">
      <h3 className="rubric">Formats</h3>
      <span className="chips">
        {house.formats.map(({ id, name, width, height }) => (
          <label key={id} className="tick">
            <input
              data-help={inspectorDeeds.designFormat.help}
              type="checkbox"
              checked={chosen.includes(id)}
              onChange={(e) => toggleFormat(id, e.target.checked)}
            />
            {name}{" "}
            <small className="figures">
              {width} × {height}
            </small>
          </label>
        ))}
      </span>
    </section>
  );
}

function ExportsSection() {
  const outputs = useBench((state) => state.outputs);
  const chosen = useBench((state) => state.document.outputs);
  const put = usePut();
  const toggleOutput = (id: string, on: boolean) => {
    const allowed = outputs.map((output) => output.id).filter((o) => (o === id ? on : (chosen?.includes(o) ?? true)));
    if (allowed.length > 0) put("Outputs", { outputs: allowed.length === outputs.length ? undefined : allowed });
  };
  return (
    <section className="leaf" aria-label="Exports">
      <h3 className="rubric">Exported as</h3>
      <span className="chips">
        {outputs.map(({ id, name }) => (
          <label key={id} className="tick">
            <input
              data-help={inspectorDeeds.designOutput.help}
              type="checkbox"
              checked={chosen?.includes(id) ?? true}
              onChange={(e) => toggleOutput(id, e.target.checked)}
            />
            {name}
          </label>
        ))}
      </span>
    </section>
  );
}

/** A length that another one forbids, and what would allow it. */
interface LengthAsk {
  readonly words: string;
  readonly label: string;
  readonly length: Design["length"];
}

/** What is to be said of a change of the lengths; undefined for one that goes by itself. */
function askAbout(length: Design["length"], part: Partial<Design["length"]>): LengthAsk | undefined {
  const next = { ...length, ...part };
  if (next.min <= next.default && next.default <= next.max) return undefined;
  const usual = part.default;
  if (usual !== undefined && usual > length.max)
    return {
      words: `The longest length is ${length.max} s.`,
      label: `Allow up to ${usual} s`,
      length: { ...next, max: usual },
    };
  if (usual !== undefined)
    return {
      words: `The shortest length is ${length.min} s.`,
      label: `Allow from ${usual} s`,
      length: { ...next, min: usual },
    };
  const held = Math.min(next.max, Math.max(next.min, length.default));
  return {
    words: `The usual length is ${length.default} s.`,
    label: `Make it ${held} s`,
    length: { min: Math.min(next.min, held), max: Math.max(next.max, held), default: held },
  };
}

/** Why a length was not taken, and the press that allows it. */
const LengthQuestion = ({ ask, onTake }: { ask: LengthAsk; onTake: (length: Design["length"]) => void }) => (
  <p className="leaf__say" role="alert">
    {ask.words}{" "}
    <button
      data-help={inspectorDeeds.takeLength.help}
      type="button"
      className="chip"
      onClick={() => onTake(ask.length)}
    >
      {ask.label}
    </button>
  </p>
);

/** Sets the lengths; one that another forbids is asked about. */
function useLength() {
  const length = useBench((state) => state.document.length);
  const put = usePut();
  const [asked, setAsked] = useState<LengthAsk>();
  const setLength = (part: Partial<Design["length"]>, merge: boolean) => {
    const ask = askAbout(length, part);
    setAsked(ask);
    if (!ask) put("Length", { length: { ...length, ...part } }, merge);
  };
  const take = (taken: Design["length"]) => {
    put("Length", { length: taken });
    setAsked(undefined);
  };
  return { asked, setLength, take };
}

function LengthSection() {
  const document = useBench((state) => state.document);
  const { length, fps } = document;
  const put = usePut();
  const { asked, setLength, take } = useLength();
  return (
    <section className="leaf" aria-label="Length">
      <h3 className="rubric">Length</h3>
      <NumberLine
        fact={designFacts["length.default"]}
        value={length.default}
        min={0.1}
        max={3600}
        onChange={(n, m) => setLength({ default: n }, m)}
      />
      <div className="row-pair">
        <NumberLine
          fact={designFacts["length.min"]}
          value={length.min}
          min={0.1}
          max={3600}
          onChange={(n, m) => setLength({ min: n }, m)}
        />
        <NumberLine
          fact={designFacts["length.max"]}
          value={length.max}
          min={0.1}
          max={3600}
          onChange={(n, m) => setLength({ max: n }, m)}
        />
      </div>
      {asked && <LengthQuestion ask={asked} onTake={take} />}
      <NumberLine
        fact={designFacts.posterAt}
        value={document.posterAt}
        min={0}
        max={1}
        onChange={(posterAt, m) => put("Poster", { posterAt }, m)}
      />
      <div className="row-pair">
        <NumberLine
          fact={designFacts.minStay}
          value={document.minStay}
          min={0}
          max={60}
          onChange={(minStay, m) => put("Shortest stay", { minStay }, m)}
        />
        <NumberLine
          fact={designFacts.leavePace}
          value={document.leavePace}
          min={0.1}
          max={4}
          onChange={(leavePace, m) => put("Pace of leaving", { leavePace }, m)}
        />
      </div>
      <Row fact={designFacts.leave}>
        <Choice
          label="Leaves"
          value={document.leave}
          options={[
            ["mirror", "Mirror arrive"],
            ["together", "All at once"],
          ]}
          onChange={(leave) => put("Leave", { leave: leave as Design["leave"] })}
        />
      </Row>
      <Row fact={designFacts.fps}>
        <Choice
          label="Frames a second, where an output leaves it to the design"
          value={fps ? rateName(`${fps.num}/${fps.den}`) : ""}
          options={[["", "25, the default"], ...Object.keys(frameRates).map((rate) => [rate, rate] as const)]}
          onChange={(rate) => put("Frames a second", { fps: frameRates[rate] })}
        />
      </Row>
    </section>
  );
}

function ReadingSection() {
  const store = useBenchStore();
  const document = useBench((state) => state.document);
  const texts = document.layers.filter(({ kind }) => kind === "text");
  return (
    <section className="leaf" aria-label="Reading">
      <h3 className="rubric">Right to left</h3>
      <Row fact={designFacts.turnRound}>
        <Choice
          label="Mirrors with"
          value={document.turnRound ?? ""}
          options={[["", "nothing"], ...texts.map(({ id, name }) => [id, name] as const)]}
          onChange={(id) =>
            store.getState().edit("Mirrored", (draft) => {
              if (id === "") delete draft.turnRound;
              else draft.turnRound = id;
            })
          }
        />
      </Row>
    </section>
  );
}

function FinishSection() {
  const store = useBenchStore();
  const document = useBench((state) => state.document);
  const { motionBlur } = document;
  const put = usePut();
  return (
    <section className="leaf" aria-label="Finish">
      <h3 className="rubric">Finish</h3>
      <FinishRows list={document.finish} onChange={(finish, merge) => put("Finish", { finish }, merge)} />
      <Row fact={designFacts.motionBlur}>
        <input
          type="checkbox"
          className="form-check-input"
          aria-label="Motion blur"
          checked={motionBlur !== undefined}
          onChange={(event) =>
            store.getState().edit("Motion blur", (draft) => {
              if (event.target.checked) draft.motionBlur = { angle: 180, samples: 8 };
              else delete draft.motionBlur;
            })
          }
        />
        {motionBlur && (
          <NumberBox
            value={motionBlur.angle}
            unit="°"
            min={0}
            max={720}
            label="Shutter angle"
            onChange={(angle, m) => put("Motion blur", { motionBlur: { ...motionBlur, angle } }, m)}
          />
        )}
      </Row>
    </section>
  );
}
