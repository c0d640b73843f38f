"use client";
import { moveFacts } from "@/core/facts/move";
import { useState, type ReactNode } from "react";
import { Form } from "react-bootstrap";
import { Sliders } from "react-bootstrap-icons";
import type { Layer } from "@/core/document/layer";
import { mostDistance, moveKinds, orders, type Move } from "@/core/document/move";
import { kinds } from "@/core/motion/kinds";
import { AnchorPad } from "../page/anchors";
import { NumberBox } from "../page/NumberBox";
import { Choice, Row, NumberLine } from "../page/rows";
import { useBench } from "../store";
import type { ChangeMove } from "./controls";
import { SaveMove } from "./SaveMove";

const orderWords: Readonly<Record<(typeof orders)[number], string>> = {
  forward: "In reading order",
  reverse: "Backwards",
  centre: "From the middle",
  edges: "From both ends",
  random: "At random",
};

/** What a distance starts with when it is measured by something else: a number of sides is none of u. */
const usualDistance = { own: 1, format: 0.25, u: 10 } as const;

/** What a sentence doesn't say: distances, strengths, the order of parts, how a loop repeats. One step away. */
export function MoveDetails({
  layer,
  move,
  change,
  children,
}: {
  layer: Layer;
  move: Move;
  change: ChangeMove;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <span className="say__tools d-flex gap-2">
        <button
          type="button"
          className="small-button"
          aria-expanded={open}
          title="More about this move"
          onClick={() => setOpen(!open)}
        >
          <Sliders aria-hidden /> <span className="visually-hidden">More about this move</span>
        </button>
        <SaveMove layer={layer} moves={[move]} />
        {children}
      </span>
      {open && (
        <div className="bg-body py-4 px-8">
          <Facts layer={layer} move={move} change={change} />
          {move.split && <SplitRows split={move.split} change={change} />}
          {move.phase === "stay" && <LoopRows move={move} change={change} />}
        </div>
      )}
    </>
  );
}

type Part = { readonly move: Move; readonly change: ChangeMove };

function Facts({ layer, move, change }: Part & { layer: Layer }) {
  const layers = useBench((state) => state.document.layers);
  const facts = kinds[move.kind];
  const takes = moveKinds[move.kind].takes as readonly string[];
  const number = (
    key: "soft" | "overshoot" | "turn" | "strength",
    limits: { min: number; max: number; step?: number },
  ) =>
    takes.includes(key) && (
      <NumberLine
        fact={moveFacts[key]}
        value={move[key] ?? facts[key]}
        {...limits}
        onChange={(value, merge) => change(moveFacts[key].label, (own) => void (own[key] = value), merge)}
      />
    );
  const distance = move.distance ?? (facts.distance === "behind" ? { value: 1, of: "own" as const } : facts.distance);
  const pivot = move.pivot ?? facts.pivot ?? layer.pivot;
  return (
    <>
      {takes.includes("distance") && (
        <Row fact={moveFacts.distance}>
          <NumberBox
            value={distance.value}
            unit={distance.of === "u" ? "u" : "×"}
            min={-mostDistance[distance.of]}
            max={mostDistance[distance.of]}
            step={distance.of === "u" ? 0.5 : 0.05}
            label="Distance"
            onChange={(value, merge) =>
              change("Distance", (own) => void (own.distance = { ...distance, value }), merge)
            }
          />
          <Choice
            label="Distance of"
            value={distance.of}
            options={[
              ["own", "its side"],
              ["format", "the format"],
              ["u", "u"],
            ]}
            onChange={(of) =>
              change("Distance", (own) => void (own.distance = { value: usualDistance[of as "own"], of: of as "own" }))
            }
          />
        </Row>
      )}
      {takes.includes("behind") && (
        <Row fact={moveFacts.behind}>
          <Choice
            label="From behind the edge of"
            value={move.behind ?? ""}
            options={[
              ["", "its own edge"],
              ...layers.filter(({ id }) => id !== layer.id).map(({ id, name }) => [id, name] as const),
            ]}
            onChange={(id) =>
              change("From behind", (own) => {
                if (id === "") delete own.behind;
                else own.behind = id;
              })
            }
          />
        </Row>
      )}
      {takes.includes("solid") && (
        <Row fact={moveFacts.solid}>
          <Form.Check
            type="switch"
            aria-label="Also fades"
            checked={!move.solid}
            onChange={(event) =>
              change("Fade", (own) => {
                if (event.target.checked) delete own.solid;
                else own.solid = true;
              })
            }
          />
        </Row>
      )}
      {number("soft", { min: 0, max: 100 })}
      {number("overshoot", { min: 0, max: 0.5 })}
      {number("turn", { min: -1080, max: 1080 })}
      {number("strength", { min: 0, max: 100, step: facts.strength < 1 ? 0.05 : 0.5 })}
      {takes.includes("pivot") && (
        <Row fact={moveFacts.pivot}>
          <AnchorPad
            value={pivot}
            label="Anchor point"
            onChange={(point) => change("Pivot", (own) => void (own.pivot = point))}
          />
        </Row>
      )}
    </>
  );
}

function SplitRows({ split, change }: { split: NonNullable<Move["split"]>; change: ChangeMove }) {
  return (
    <>
      <Row fact={moveFacts.order}>
        <Choice
          label="Order of the parts"
          value={split.order}
          options={orders.map((order) => [order, orderWords[order]])}
          onChange={(order) => change("Order of the parts", (own) => void (own.split!.order = order as "forward"))}
        />
      </Row>
      <NumberLine
        fact={moveFacts.overlap}
        value={split.overlap}
        min={0}
        max={0.98}
        label="Overlap of the parts"
        onChange={(overlap, merge) => change("Overlap", (own) => void (own.split!.overlap = overlap), merge)}
      />
    </>
  );
}

function LoopRows({ move, change }: Part) {
  const { loop } = move;
  return (
    <>
      <Row fact={moveFacts.loop}>
        <Choice
          label="How often"
          value={loop === undefined ? "once" : loop.count === undefined ? "fill" : "count"}
          options={[
            ["once", "Once"],
            ["fill", "Throughout"],
            ["count", "This many times"],
          ]}
          onChange={(how) =>
            change("Loop", (own) => {
              if (how === "once") delete own.loop;
              else own.loop = { pause: loop?.pause ?? 0, ...(how === "count" ? { count: loop?.count ?? 3 } : {}) };
            })
          }
        />
        {loop?.count !== undefined && (
          <NumberBox
            value={loop.count}
            unit="×"
            min={1}
            max={1000}
            step={1}
            label="Times"
            onChange={(count, merge) =>
              change("Loop", (own) => void (own.loop = { ...loop, count: Math.round(count) }), merge)
            }
          />
        )}
      </Row>
      {loop && (
        <NumberLine
          fact={moveFacts.pause}
          value={loop.pause}
          min={0}
          max={60}
          label="Pause between repeats"
          onChange={(pause, merge) => change("Loop", (own) => void (own.loop = { ...loop, pause }), merge)}
        />
      )}
    </>
  );
}
