import type { Design } from "../document/design";
import type { Move } from "../document/move";
import { kinds } from "./kinds";
import { easeWords, kindWords, phaseVerbs } from "./words";

/** A move in plain words: how, from where, over how long, when it starts, in which parts, and how it runs. */
export function sentenceOf(design: Design, move: Move): string {
  const { phase, kind, start } = move;
  const kindFacts = kinds[kind];
  const from = move.from ?? kindFacts.from;
  const side = typeof from === "number" ? `${from}°` : `the ${from}`;
  const where = "from" in move ? ` ${phase === "leave" ? "to" : "from"} ${side}` : "";
  const over = ` over ${move.length ?? kindFacts.lengthS} s`;
  const split = move.split ?? kindFacts.split;
  const parts = split ? `, ${split.by} by ${split.by}` : "";
  const ease = `, ${easeWords(move.ease ?? kindFacts.ease)}`;
  const solid = move.solid ? ", without a fade" : "";
  return `${phaseVerbs[phase]} ${kindWords[kind].doing}${where}${solid}${over}${startWords(design, start)}${parts}${ease}.`;
}

/** When a move starts, in words; empty at the start of its phase. */
export function startWords(design: Design, { to, edge, gap }: Move["start"]): string {
  const after = gap === 0 ? "" : gap > 0 ? `${gap} s after ` : `${-gap} s before `;
  if (to === "phase") return gap === 0 ? "" : `, ${gap} s in`;
  if (to.startsWith("cue:")) {
    const cue = design.cues.find(({ id }) => id === to.slice(4));
    return `, ${after || "on "}the cue “${cue?.name ?? to.slice(4)}”`;
  }
  const owner = design.layers.find((layer) => layer.moves.some((other) => other.id === to));
  const name = owner?.name ?? to;
  if (edge === "settle") return `, ${after || "as soon as "}${name} settles`;
  return `, ${after || "with "}${name}${after ? " starts" : ""}`;
}
