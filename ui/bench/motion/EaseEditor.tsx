"use client";
import { easeFacts } from "@/core/facts/move";
import dynamic from "next/dynamic";
import { useState } from "react";
import { namedEases, type Ease } from "@/core/document/ease";
import { motionDeeds } from "@/core/facts/inspector-deeds";
import { readCssEase } from "@/core/motion/css-ease";
import { settleTime } from "@/core/motion/spring";
import { easeWords } from "@/core/motion/words";
import { NumberBox } from "../page/NumberBox";
import { Choice, Row } from "../page/rows";
import { EaseSpecimen } from "./EaseSpecimen";
import { asBezier } from "./ease-field";

// The charting library comes only when a curve is looked at.
const EaseChart = dynamic(() => import("./EaseChart").then((module) => module.EaseChart), {
  ssr: false,
  loading: () => <div className="ease-chart bg-body border flex-none position-relative" />,
});

type Kind = "curve" | "spring" | "steps" | "line";
const kindOf = (ease: Ease): Kind =>
  typeof ease === "string" || ease.kind === "cubic-bezier" ? "curve" : ease.kind === "linear" ? "line" : ease.kind;

/** Curves with names of their own, beside those of CSS. */
const houseCurves: readonly (readonly [string, Ease])[] = [
  ["settle", { kind: "cubic-bezier", x1: 0.16, y1: 1, x2: 0.3, y2: 1 }],
  ["drift", { kind: "cubic-bezier", x1: 0.37, y1: 0, x2: 0.63, y2: 1 }],
  ["spring up", { kind: "cubic-bezier", x1: 0.34, y1: 1.4, x2: 0.64, y2: 1 }],
];

const starts: Readonly<Record<Kind, Ease>> = {
  curve: houseCurves[0]![1],
  spring: { kind: "spring", stiffness: 170, damping: 22, mass: 1 },
  steps: { kind: "steps", count: 4, jump: "end" },
  line: {
    kind: "linear",
    points: [
      { at: 0, value: 0 },
      { at: 0.4, value: 0.8 },
      { at: 1, value: 1 },
    ],
  },
};

/** How a move runs: its curve with handles, its progress and pace, and a specimen that runs beside it. */
export function EaseEditor({
  ease,
  lengthS,
  onChange,
}: {
  ease: Ease;
  lengthS: number;
  onChange: (ease: Ease, merge: boolean) => void;
}) {
  const kind = kindOf(ease);
  return (
    <div className="ease-editor d-grid gap-6">
      <h3 className="rubric">Easing</h3>
      <Choice
        label="Kind of easing"
        value={kind}
        options={[
          ["curve", "Curve"],
          ["spring", "Spring"],
          ["steps", "Steps"],
          ["line", "Line"],
        ]}
        onChange={(next) => onChange(starts[next as Kind], false)}
      />
      <div className="align-items-stretch d-flex gap-10">
        <EaseChart ease={ease} onChange={onChange} />
        <EaseSpecimen ease={ease} lengthS={lengthS} />
      </div>
      <p className="ease-editor__key text-secondary fs-12 m-0">
        <i className="is-progress" aria-hidden /> progress <i className="is-pace" aria-hidden /> pace · it runs{" "}
        {easeWords(ease)}
      </p>
      {kind === "curve" && <CurveRows ease={ease} onChange={onChange} />}
      {typeof ease === "object" && ease.kind === "spring" && (
        <>
          {(
            [
              ["stiffness", "Stiffness", 1, 2000, 10],
              ["damping", "Damping", 1, 200, 1],
              ["mass", "Mass", 0.05, 20, 0.1],
            ] as const
          ).map(([key, label, min, max, step]) => (
            <Row key={key} fact={easeFacts[key]}>
              <NumberBox
                value={ease[key]}
                unit=""
                label={label}
                min={min}
                max={max}
                step={step}
                onChange={(value, merge) => onChange({ ...ease, [key]: value }, merge)}
              />
            </Row>
          ))}
          <p className="leaf__say">
            On its own it settles after <span className="figures">{settleTime(ease).toFixed(2)} s</span>; here it has{" "}
            <span className="figures">{lengthS.toFixed(2)} s</span>.
          </p>
        </>
      )}
      {typeof ease === "object" && ease.kind === "steps" && (
        <Row fact={easeFacts.steps}>
          <NumberBox
            value={ease.count}
            unit=""
            label="Number of steps"
            min={1}
            max={200}
            step={1}
            onChange={(count, merge) => onChange({ ...ease, count: Math.round(count) }, merge)}
          />
          <Choice
            label="Where it steps"
            value={ease.jump}
            options={[
              ["start", "First"],
              ["end", "Last"],
              ["both", "Both"],
              ["none", "Neither"],
            ]}
            onChange={(jump) => onChange({ ...ease, jump: jump as "end" }, false)}
          />
        </Row>
      )}
      <PasteRow onChange={onChange} />
    </div>
  );
}

function CurveRows({ ease, onChange }: { ease: Ease; onChange: (ease: Ease, merge: boolean) => void }) {
  const curve = asBezier(ease);
  const same = (other: Ease) => JSON.stringify(other) === JSON.stringify(ease);
  return (
    <>
      <span className="chips" role="group" aria-label="Named curves">
        {[...namedEases.map((name) => [name, name] as const), ...houseCurves].map(([name, named]) => (
          <button
            data-help={motionDeeds.namedEasing.help}
            key={name}
            type="button"
            className="chip"
            aria-pressed={same(named)}
            onClick={() => onChange(named, false)}
          >
            {name}
          </button>
        ))}
      </span>
      <div className="ease-editor__points d-grid gap-4">
        {(["x1", "y1", "x2", "y2"] as const).map((key) => (
          <NumberBox
            key={key}
            value={curve[key]}
            unit=""
            label={`Handle ${key}`}
            min={key.startsWith("x") ? 0 : -5}
            max={key.startsWith("x") ? 1 : 5}
            step={0.01}
            onChange={(value, merge) => onChange({ kind: "cubic-bezier", ...curve, [key]: value }, merge)}
          />
        ))}
      </div>
    </>
  );
}

function PasteRow({ onChange }: { onChange: (ease: Ease, merge: boolean) => void }) {
  const [typed, setTyped] = useState("");
  const wrong = typed.trim() !== "" && readCssEase(typed) === undefined;
  return (
    <Row fact={easeFacts.css}>
      <input
        type="text"
        className={`form-control form-control-sm figures${wrong ? " is-invalid" : ""}`}
        aria-label="Paste a CSS easing"
        aria-invalid={wrong}
        placeholder="cubic-bezier(0.2, 0, 0, 1)"
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          const read = readCssEase(event.target.value);
          if (read) onChange(read, false);
        }}
      />
    </Row>
  );
}
