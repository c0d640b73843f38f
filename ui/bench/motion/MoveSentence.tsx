"use client";
import { Trash } from "react-bootstrap-icons";
import type { Layer } from "@/core/document/layer";
import { moveKinds, type Move, type MoveKind } from "@/core/document/move";
import { changeKind, kindsIn, mayWaitFor, removeMoves } from "@/core/edit/moves";
import { kinds } from "@/core/motion/kinds";
import { easeWords, kindWords, phaseVerbs } from "@/core/motion/words";
import { NumberBox } from "../page/NumberBox";
import { useBench, useBenchStore } from "../store";
import { Pick, useChangeMove } from "./controls";
import { EaseButton } from "./EaseButton";
import { MoveDetails } from "./MoveDetails";

/** A move as a sentence whose underlined parts are its controls. */
export function MoveSentence({ layer, move }: { layer: Layer; move: Move }) {
  const store = useBenchStore();
  const chosen = useBench((state) => state.moves.includes(move.id));
  const change = useChangeMove(move);
  const facts = kinds[move.kind];
  const takes = moveKinds[move.kind].takes as readonly string[];
  const split = move.split ?? facts.split;
  return (
    <li
      className={`say border-bottom-dotted py-4 px-0 position-relative say-${move.phase}${chosen ? " is-chosen" : ""}`}
      data-move-sentence={move.id}
    >
      <p onClick={() => store.getState().show({ moves: [move.id] })}>
        {phaseVerbs[move.phase]}{" "}
        <Pick
          label="Kind of move"
          value={move.kind}
          options={kindsIn(move.phase, layer).map((kind) => [kind, kindWords[kind].doing])}
          onChange={(kind) => change("Kind of move", (own) => changeKind(own, kind as MoveKind))}
        />
        {takes.includes("from") && <FromWords move={move} />} over{" "}
        <NumberBox
          value={move.length ?? facts.lengthS}
          unit="s"
          min={0.04}
          max={300}
          step={0.05}
          label="Length of the move"
          onChange={(length, merge) => change("Length", (own) => void (own.length = length), merge)}
        />
        <StartWords move={move} />
        {layer.kind === "text" && (
          <>
            ,{" "}
            <Pick
              label="In which parts"
              value={split?.by ?? ""}
              options={[
                ["", "all at once"],
                ["line", "line by line"],
                ["word", "word by word"],
                ["letter", "letter by letter"],
              ]}
              onChange={(by) =>
                change("Parts", (own) => {
                  if (by === "") delete own.split;
                  else own.split = { order: "forward", overlap: 0.6, ...own.split, by: by as "line" };
                })
              }
            />
          </>
        )}
        , <EaseButton move={move}>{easeWords(move.ease ?? facts.ease)}</EaseButton>.
      </p>
      <MoveDetails layer={layer} move={move} change={change}>
        <button
          type="button"
          className="small-button"
          title="Remove this move"
          onClick={() => store.getState().edit("Remove a move", (draft) => removeMoves(draft, new Set([move.id])))}
        >
          <Trash aria-hidden /> <span className="visually-hidden">Remove this move</span>
        </button>
      </MoveDetails>
    </li>
  );
}

function FromWords({ move }: { move: Move }) {
  const change = useChangeMove(move);
  const from = move.from ?? kinds[move.kind].from;
  const angle = typeof from === "number";
  return (
    <>
      {move.phase === "leave" ? " to " : move.phase === "stay" ? " towards " : " from "}
      <Pick
        label="Direction"
        value={angle ? "angle" : from}
        options={[
          ["left", "the left"],
          ["right", "the right"],
          ["top", "above"],
          ["bottom", "below"],
          ["angle", "an angle of"],
        ]}
        onChange={(side) => change("Direction", (own) => void (own.from = side === "angle" ? 45 : (side as "left")))}
      />
      {angle && (
        <NumberBox
          value={from}
          unit="°"
          min={-360}
          max={360}
          label="Angle it travels towards"
          onChange={(degrees, merge) => change("Direction", (own) => void (own.from = degrees), merge)}
        />
      )}
    </>
  );
}

/** What a move is called among all that may be waited for: its layer's name, and what tells it from the layer's others. */
function nameInPhase(layer: Layer, move: Move): string {
  const beside = layer.moves.filter(({ phase }) => phase === move.phase);
  if (beside.length === 1) return layer.name;
  const alike = beside.filter(({ kind }) => kind === move.kind);
  const number = alike.length > 1 ? ` ${alike.indexOf(move) + 1}` : "";
  return `${layer.name}’s ${kindWords[move.kind].name.toLowerCase()}${number}`;
}

/** When it starts: into its phase, with or after another move, on a cue; and how much later. */
function StartWords({ move }: { move: Move }) {
  const change = useChangeMove(move);
  const document = useBench((state) => state.document);
  const { to, edge, gap } = move.start;
  const value = to === "phase" || to.startsWith("cue:") ? to : `${edge} ${to}`;
  const options: (readonly [string, string])[] = [["phase", "into its phase"]];
  for (const layer of document.layers) {
    for (const other of layer.moves) {
      if (other.id === move.id || !mayWaitFor(document, move.id, other.id)) continue;
      const name = nameInPhase(layer, other);
      options.push([`start ${other.id}`, `after ${name} starts`], [`settle ${other.id}`, `after ${name} settles`]);
    }
  }
  for (const cue of document.cues) options.push([`cue:${cue.id}`, `after the cue “${cue.name}”`]);
  return (
    <>
      ,{" "}
      <NumberBox
        value={gap}
        unit="s"
        min={-300}
        max={300}
        step={0.02}
        label="Seconds later"
        onChange={(later, merge) =>
          change("When it starts", (own) => void (own.start = { ...own.start, gap: later }), merge)
        }
      />{" "}
      <Pick
        label="Starts by"
        value={value}
        options={options}
        onChange={(wanted) =>
          change("When it starts", (own) => {
            const [at, id] = wanted.split(" ") as [string, string | undefined];
            own.start = id ? { to: id, edge: at as "start", gap } : { to: at, edge: "start", gap: Math.max(0, gap) };
          })
        }
      />
    </>
  );
}
