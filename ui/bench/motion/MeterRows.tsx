"use client";
import { progressFacts, timerFacts } from "@/core/facts/move";
import type { Layer } from "@/core/document/layer";
import type { Meter, Timer } from "@/core/document/keys";
import { meterFacts } from "@/core/edit/driven-facts";
import { outlineFacts, outlinePoints, outlineStarts, type OutlineStart } from "@/core/edit/time-things";
import { motionDeeds } from "@/core/facts/inspector-deeds";
import { timerText } from "@/core/schedule/timer";
import { usePlayerView } from "@/ui/stage/use-player";
import { Choice, Row, type Option, NumberLine } from "../page/rows";
import { useProperty } from "../page/use-property";
import { useBenchPlayer } from "../player-context";
import { useBenchStore } from "../store";
import { InstantBox } from "./InstantBox";

const start = { anchor: "start" as const, gap: 0 };
const end = { anchor: "end" as const, gap: 0 };

/** What a layer shows of the time: a meter, or figures that count. Even and never eased. */
export function MeterRows({ layer }: { layer: Layer }) {
  const meter = useProperty(layer, "meter", "Meter");
  const timer = useProperty(layer, "timer", "Timer");
  const now = meter.value as Meter | undefined;
  const counting = timer.value as Timer | undefined;
  if (now) return <MeterSettings layer={layer} meter={now} set={meter.set} />;
  if (counting) return <TimerSettings timer={counting} set={timer.set} />;
  const put = (property: string, to: number) => meter.set({ property, from: 0, to, start, end, stepS: 0 });
  const count = (mode: Timer["mode"]) =>
    timer.set({ mode, pattern: mode === "clock" ? "hh:mm" : "m:ss", start, end, fromS: mode === "clock" ? 72000 : 0 });
  return (
    <p className="put-on">
      <span>Progress</span>
      {layer.kind === "text" ? (
        (["down", "up", "clock"] as const).map((mode) => (
          <button
            data-help={motionDeeds.addTimer.help}
            key={mode}
            type="button"
            className="chip"
            onClick={() => count(mode)}
          >
            {{ down: "Counting down", up: "Counting up", clock: "As a clock" }[mode]}
          </button>
        ))
      ) : (
        <>
          <button data-help={motionDeeds.byWidth.help} type="button" className="chip" onClick={() => put("width", 1)}>
            {motionDeeds.byWidth.label}
          </button>
          {"stroke" in layer && layer.stroke && (
            <button
              data-help={motionDeeds.byLine.help}
              type="button"
              className="chip"
              onClick={() => put("stroke.to", 1)}
            >
              {motionDeeds.byLine.label}
            </button>
          )}
          {layer.kind === "ring" && (
            <button
              data-help={motionDeeds.byAngle.help}
              type="button"
              className="chip"
              onClick={() => put("sweep", 360)}
            >
              {motionDeeds.byAngle.label}
            </button>
          )}
        </>
      )}
    </p>
  );
}

type Set = (value: unknown, merge?: boolean) => void;

function MeterSettings({ layer, meter, set }: { layer: Layer; meter: Meter; set: Set }) {
  const facts = meterFacts(layer);
  const options: Option[] = facts.map(({ property, words }) => [property, words]);
  const put = (part: Partial<Meter>, merge = false) => set({ ...meter, ...part }, merge);
  const unit = facts.find(({ property }) => property === meter.property)?.unit ?? "";
  return (
    <fieldset className="worn" aria-label="Progress">
      <legend>
        Progress
        <button type="button" className="small-button" title="No longer" onClick={() => set(undefined)}>
          × <span className="visually-hidden">Remove the progress</span>
        </button>
      </legend>
      <Row fact={progressFacts.property}>
        <Choice
          label="Progress and timers"
          value={meter.property}
          options={options}
          onChange={(property) =>
            put({ property, from: 0, to: facts.find((entry) => entry.property === property)?.full ?? 1 })
          }
        />
      </Row>
      <div className="row-pair">
        <NumberLine
          fact={progressFacts.from}
          value={meter.from}
          unit={unit}
          label="Meter: from"
          onChange={(from, m) => put({ from }, m)}
        />
        <NumberLine
          fact={progressFacts.to}
          value={meter.to}
          unit={unit}
          label="Meter: to"
          onChange={(to, m) => put({ to }, m)}
        />
      </div>
      {layer.kind === "line" && layer.closed && meter.property === "stroke.to" && <OutlineRow layer={layer} />}
      <Row fact={progressFacts.start}>
        <InstantBox at={meter.start} label="Meter begins" onChange={(at, m) => put({ start: at }, m)} />
      </Row>
      <Row fact={progressFacts.end}>
        <InstantBox at={meter.end} label="Meter is full" onChange={(at, m) => put({ end: at }, m)} />
      </Row>
      <NumberLine
        fact={progressFacts.stepS}
        value={meter.stepS}
        min={0}
        step={0.5}
        label="Meter: steps"
        onChange={(stepS, m) => put({ stepS }, m)}
      />
    </fieldset>
  );
}

/** Where an outline starts, by pressing that corner or side of a small frame, and which way it runs. */
function OutlineRow({ layer }: { layer: Extract<Layer, { kind: "line" }> }) {
  const points = useProperty(layer, "points", "Outline starts");
  const facts = outlineFacts(points.value as { x: number; y: number }[]);
  const put = (from: OutlineStart, clockwise: boolean) => points.set(outlinePoints(from, clockwise));
  return (
    <>
      <Row fact={progressFacts.outlineStart}>
        <span className="outline-pad m-8 position-relative" role="radiogroup" aria-label="Where the outline starts">
          {outlineStarts.map((name) => (
            <input
              key={name}
              type="radio"
              name={`outline of ${layer.id}`}
              className={`at-${name.replace(" ", "-")}`}
              checked={facts?.start === name}
              aria-label={name}
              title={name}
              onChange={() => put(name, facts?.clockwise ?? true)}
            />
          ))}
        </span>
      </Row>
      <Row fact={progressFacts.outlineWay}>
        <Choice
          label="Which way the outline runs"
          value={facts?.clockwise === false ? "against" : "with"}
          options={[
            ["with", "Clockwise"],
            ["against", "The other way"],
          ]}
          onChange={(way) => put(facts?.start ?? "top", way === "with")}
        />
      </Row>
    </>
  );
}

const patterns = ["m:ss", "mm:ss", "s", "s.f", "h:mm:ss", "hh:mm"];

function TimerSettings({ timer, set }: { timer: Timer; set: Set }) {
  const player = useBenchPlayer();
  const lengthS = usePlayerView(player, (view) => view.lengthS);
  const put = (part: Partial<Timer>, merge = false) => set({ ...timer, ...part }, merge);
  const shown = [0, lengthS / 2, lengthS].map((timeS) => timerText(timer, 0, lengthS, timeS));
  return (
    <fieldset className="worn" aria-label="Progress">
      <legend>
        Counts
        <button type="button" className="small-button" title="No longer" onClick={() => set(undefined)}>
          × <span className="visually-hidden">Remove the timer</span>
        </button>
      </legend>
      <Row fact={timerFacts.mode}>
        <Choice
          label="How it counts"
          value={timer.mode}
          options={[
            ["down", "Down"],
            ["up", "Up"],
            ["clock", "Clock"],
          ]}
          onChange={(mode) => put({ mode: mode as Timer["mode"] })}
        />
      </Row>
      <Row fact={timerFacts.pattern}>
        <PatternBox pattern={timer.pattern} onChange={(pattern) => put({ pattern })} />
      </Row>
      <p className="leaf__say figures" data-timer-preview>
        {shown[0]} at first, {shown[1]} in the middle, {shown[2]} at last
      </p>
      {timer.mode === "clock" && (
        <NumberLine
          fact={timerFacts.fromS}
          value={timer.fromS}
          min={0}
          max={360000}
          step={60}
          label="Clock starts at"
          onChange={(fromS, m) => put({ fromS }, m)}
        />
      )}
      {timer.mode === "down" && <AtZero timer={timer} set={set} />}
      <Row fact={timerFacts.start}>
        <InstantBox at={timer.start} label="Timer begins" onChange={(at, m) => put({ start: at }, m)} />
      </Row>
      <Row fact={timerFacts.end}>
        <InstantBox at={timer.end} label="Timer ends" onChange={(at, m) => put({ end: at }, m)} />
      </Row>
    </fieldset>
  );
}

function PatternBox({ pattern, onChange }: { pattern: string; onChange: (pattern: string) => void }) {
  const store = useBenchStore();
  const list = `patterns-${store.getState().id}`;
  return (
    <>
      <input
        data-help={motionDeeds.timePattern.help}
        key={pattern}
        type="text"
        className="form-control form-control-sm figures"
        aria-label={motionDeeds.timePattern.label}
        defaultValue={pattern}
        list={list}
        maxLength={20}
        onBlur={(event) =>
          /^(h{1,2}|m{1,2}|s{1,2}|f|[^a-zA-Z])+$/.test(event.target.value) && onChange(event.target.value)
        }
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
      <datalist id={list}>
        {patterns.map((known) => (
          <option key={known} value={known} />
        ))}
      </datalist>
    </>
  );
}

function AtZero({ timer, set }: { timer: Timer; set: Set }) {
  return (
    <Row fact={timerFacts.atZero}>
      <input
        type="text"
        className="form-control form-control-sm"
        aria-label="Shown at zero"
        placeholder="zero"
        maxLength={60}
        value={timer.atZero ?? ""}
        onChange={(event) => {
          const { atZero: _, ...rest } = timer;
          set(event.target.value === "" ? rest : { ...rest, atZero: event.target.value }, true);
        }}
      />
    </Row>
  );
}
