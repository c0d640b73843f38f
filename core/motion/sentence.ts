import type { Design } from "../document/design";
import type { Move } from "../document/move";

const verbs: Readonly<Record<Move["phase"], string>> = {
  arrive: "Arrives",
  stay: "In its stay, moves",
  leave: "Leaves",
};

/** A move in plain words: how, from where, over how long, and when it starts. */
export function sentenceOf(design: Design, move: Move): string {
  const { phase, kind, length, start } = move;
  const from =
    "from" in move && move.from !== undefined
      ? ` from ${typeof move.from === "number" ? `${move.from}°` : `the ${move.from}`}`
      : "";
  const over = length === undefined ? "" : ` over ${length} s`;
  const parts = move.split ? `, ${move.split.by} by ${move.split.by}` : "";
  return `${verbs[phase]}: ${kind.replaceAll("-", " ")}${from}${over}${startOf(design, start)}${parts}.`;
}

function startOf(design: Design, { to, edge, gap }: Move["start"]): string {
  const after = gap === 0 ? "" : gap > 0 ? `${gap} s after ` : `${-gap} s before `;
  if (to === "phase") return gap === 0 ? "" : `, ${gap} s into it`;
  if (to.startsWith("cue:")) {
    const cue = design.cues.find(({ id }) => id === to.slice(4));
    return `, ${after || "on "}the cue “${cue?.name ?? to.slice(4)}”`;
  }
  const owner = design.layers.find((layer) => layer.moves.some((other) => other.id === to));
  const name = owner?.name ?? to;
  if (edge === "settle") return `, ${after || "as soon as "}${name} settles`;
  return `, ${after || "with "}${name}${after ? " starts" : ""}`;
}
